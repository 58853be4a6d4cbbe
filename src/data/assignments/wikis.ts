/**
 * The wikis of a published assignment: made one after the other, each in a transaction of its own, so that
 * the work can stop anywhere and be taken up again. Nothing is made twice: before each wiki the assignment is
 * locked and looked at.
 */
import "server-only";
import { searchVersion } from "../search/index-pages";
import { and, asc, eq, isNull, sql } from "drizzle-orm";
import {
  fillingOf,
  fillPlaces,
  fillPageLists,
  fillText,
  hasListPlace,
  linkMemberPages,
  memberPageTitle,
  withoutLists,
} from "@/core/assignment/places";
import type { PageDocument } from "@/core/document/model";
import { titleKey } from "@/core/links/titles";
import type { Database, Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import { byName } from "../db/order";
import { course, courseGroup, enrolment } from "../db/tables/courses";
import { assignment, page, starterPage, wiki } from "../db/tables/wikis";
import { recordEntry } from "../ledger/record";
import { wikiMembers } from "../pages/members";
import { assignmentHere } from "./here";
import type { Progress } from "./dto";
import { putStarterAccess } from "./starter-access";

/** Who is to have a wiki. */
interface Owner {
  readonly name: string;
  readonly topic: string;
  readonly groupId: string | null;
  readonly personId: string | null;
}

export interface Maker {
  readonly db: Database;
  readonly now: Date;
  readonly newId: () => string;
}

type Starter = typeof starterPage.$inferSelect;
type Place = { readonly courseId: string; readonly assignmentId: string };

/**
 * Brings the wikis of an assignment to what its settings ask for: makes those that are missing, adds starter
 * pages that are missing, sets aside those that nobody is to share any more, and takes back those that
 * somebody is again. Stops after the wiki at which `goesOn` says so; the answer tells how far it came. Cost:
 * one transaction for each wiki, one entry for each starter page in it.
 */
export async function bringWikisUp(
  maker: Maker,
  place: Place,
  goesOn: (progress: Progress) => boolean = () => true,
): Promise<Progress> {
  const { db } = maker;
  const owners = await wantedOwners(db, place);
  await setAside(maker, place, owners);
  let made = 0;
  for (const [position, owner] of owners.entries()) {
    await db.transaction((tx) => bringWikiUp({ ...maker, db: tx }, place, owner, position));
    if (!goesOn({ made: ++made, wanted: owners.length })) break;
  }
  return { made, wanted: owners.length };
}

/** How many of the wikis that there should be are there. */
export async function wikiProgress(db: Queryable, place: Place): Promise<Progress> {
  const owners = await wantedOwners(db, place);
  const known = await existing(db, place);
  return {
    made: owners.filter((owner) =>
      known.some((each) => isOf(each, owner) && (each.setAsideAt === null || each.removedAt !== null)),
    ).length,
    wanted: owners.length,
  };
}

async function wantedOwners(db: Queryable, { courseId, assignmentId }: Place): Promise<Owner[]> {
  const [found] = await db
    .select({ sharing: assignment.sharing, setId: assignment.setId, title: course.title })
    .from(assignment)
    .innerJoin(course, eq(course.id, assignment.courseId))
    .where(assignmentHere(courseId, assignmentId));
  if (!found) return [];
  switch (found.sharing) {
    case "class":
      return [{ name: found.title, topic: "", groupId: null, personId: null }];
    case "group": {
      if (!found.setId) return [];
      const groups = await db
        .select({ groupId: courseGroup.id, name: courseGroup.name, topic: courseGroup.topic })
        .from(courseGroup)
        .where(and(eq(courseGroup.courseId, courseId), eq(courseGroup.setId, found.setId)))
        .orderBy(asc(courseGroup.position));
      return groups.map((group) => ({ ...group, personId: null }));
    }
    case "student": {
      const students = await db
        .select({ personId: person.id, name: person.name })
        .from(enrolment)
        .innerJoin(person, eq(person.id, enrolment.personId))
        .where(and(eq(enrolment.courseId, courseId), eq(enrolment.role, "student"), isNull(enrolment.leftAt)))
        .orderBy(byName, asc(person.id));
      return students.map((student) => ({ ...student, topic: "", groupId: null }));
    }
    default:
      return found.sharing satisfies never;
  }
}

type Known = Awaited<ReturnType<typeof existing>>[number];

/** The wikis that there are, those set aside included; with an owner, the one of theirs. */
function existing(db: Queryable, { courseId, assignmentId }: Place, owner?: Owner) {
  const theirs =
    owner &&
    and(
      owner.groupId ? eq(wiki.groupId, owner.groupId) : isNull(wiki.groupId),
      owner.personId ? eq(wiki.personId, owner.personId) : isNull(wiki.personId),
    );
  return db
    .select({
      id: wiki.id,
      groupId: wiki.groupId,
      personId: wiki.personId,
      setAsideAt: wiki.setAsideAt,
      homePageId: wiki.homePageId,
      name: wiki.name,
      position: wiki.position,
      removedAt: wiki.removedAt,
    })
    .from(wiki)
    .where(and(eq(wiki.courseId, courseId), eq(wiki.assignmentId, assignmentId), theirs));
}

const isOf = (known: Pick<Known, "groupId" | "personId">, owner: Owner) =>
  known.groupId === owner.groupId && known.personId === owner.personId;

/** A student who has left keeps their wiki where it was; all other wikis without an owner are set aside. */
async function setAside({ db, now }: Maker, place: Place, owners: readonly Owner[]): Promise<void> {
  const [{ sharing } = { sharing: "class" as const }] = await db
    .select({ sharing: assignment.sharing })
    .from(assignment)
    .where(and(eq(assignment.courseId, place.courseId), eq(assignment.id, place.assignmentId)));
  for (const known of await existing(db, place)) {
    const isKept =
      owners.some((owner) => isOf(known, owner)) || (sharing === "student" && known.personId !== null);
    if (isKept || known.setAsideAt) continue;
    await db
      .update(wiki)
      .set({ setAsideAt: now })
      .where(and(eq(wiki.courseId, place.courseId), eq(wiki.id, known.id)));
  }
}

type MakerIn = Omit<Maker, "db"> & { readonly db: Queryable };

async function bringWikiUp(maker: MakerIn, place: Place, owner: Owner, position: number): Promise<void> {
  const { db, newId } = maker;
  const { courseId, assignmentId } = place;
  // Two workers, or a worker and a change of the settings, come one after the other here.
  const [here] = await db
    .select({ id: assignment.id })
    .from(assignment)
    .where(assignmentHere(courseId, assignmentId))
    .for("update");
  if (!here) return;
  const [found] = await existing(db, place, owner);
  // What an instructor removed comes back when they bring it back, and not by itself.
  if (found?.removedAt) return;
  const wikiId = found?.id ?? newId();
  const at = and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId));
  const { groupId, personId, name } = owner;
  if (!found)
    // Each of its pages is indexed as it is recorded.
    await db
      .insert(wiki)
      .values({ courseId, id: wikiId, assignmentId, groupId, personId, name, position, searchVersion });
  else if (found.setAsideAt || found.name !== name || found.position !== position)
    await db.update(wiki).set({ setAsideAt: null, name, position }).where(at);
  const homePageId = await addStarterPages(maker, place, wikiId, owner);
  if (!found?.homePageId && homePageId) await db.update(wiki).set({ homePageId }).where(at);
  await putStarterAccess(maker, place, wikiId);
}

interface ToAdd {
  readonly id: string;
  readonly starter: Starter;
  readonly ownerId: string | null;
  readonly title: string;
  readonly document: PageDocument;
}

/** Adds the starter pages that the wiki has not had yet; returns the id of the first one's page. */
async function addStarterPages(
  { db, now, newId }: MakerIn,
  { courseId, assignmentId }: Place,
  wikiId: string,
  owner: Owner,
): Promise<string | null> {
  const starters = await db
    .select()
    .from(starterPage)
    .where(
      and(
        eq(starterPage.courseId, courseId),
        eq(starterPage.assignmentId, assignmentId),
        eq(starterPage.isTemplate, false),
      ),
    )
    .orderBy(asc(starterPage.position));
  const had = await db
    .select({ id: page.id, starterId: page.starterId, ownerId: page.ownerId, titleKey: page.titleKey })
    .from(page)
    .where(and(eq(page.courseId, courseId), eq(page.wikiId, wikiId)));
  const members = (
    await wikiMembers(db, { courseId, groupId: owner.groupId, personId: owner.personId })
  ).filter(({ until }) => until === null || until > now);
  const filling = fillingOf({
    group: owner.name,
    topic: owner.topic,
    members: members.map(({ name }) => name),
    member: owner.personId ? owner.name : "",
  });
  const taken = new Set(had.map((each) => each.titleKey));
  const wholePages = new Map<string, string>();
  const toAdd: ToAdd[] = [];
  for (const starter of starters) {
    const owners = starter.forEachMember ? members : [null];
    for (const member of owners) {
      const known = had.find(
        (each) => each.starterId === starter.id && each.ownerId === (member?.id ?? null),
      );
      if (!starter.forEachMember && known) wholePages.set(starter.id, known.id);
      if (known) continue;
      const own = member ? { ...filling, member: member.name } : filling;
      const wanted = member
        ? memberPageTitle(starter.title, own)
        : fillText(starter.title, own) || starter.title;
      const title = freeTitle(wanted, taken);
      taken.add(titleKey(title));
      const id = newId();
      if (!member) wholePages.set(starter.id, id);
      toAdd.push({
        id,
        starter,
        ownerId: member?.id ?? null,
        title,
        document: fillPlaces(starter.document, own),
      });
    }
  }
  const memberPages = toAdd.filter(({ ownerId }) => ownerId !== null);
  const whole = toAdd.filter(({ ownerId }) => ownerId === null);
  for (const { id, starter, ownerId, title, document } of toAdd) {
    const listed = fillPageLists(document, { pages: whole.filter((each) => each.id !== id), memberPages });
    // The home page leads to them also where it has no place for it.
    const filled =
      starter.position === 0 && !hasListPlace(document, "member pages")
        ? linkMemberPages(listed, memberPages)
        : listed;
    await recordEntry(db, {
      courseId,
      wikiId,
      pageId: id,
      kind: "started",
      authorId: null,
      at: now,
      note: "Starter page",
      title,
      document: filled,
      base: 0,
      restoredFrom: null,
      newBlockId: newId,
    });
    const parentId = starter.parentId ? (wholePages.get(starter.parentId) ?? null) : null;
    await db
      .update(page)
      .set({
        starterId: starter.id,
        ownerId,
        parentId,
        ...(hasListPlace(document) ? { starterText: withoutLists(document) } : {}),
      })
      .where(and(eq(page.courseId, courseId), eq(page.id, id)));
  }
  return (starters[0] && wholePages.get(starters[0].id)) ?? null;
}

/** The title with a number behind it if another page has it. */
function freeTitle(wanted: string, taken: ReadonlySet<string>): string {
  const short = wanted.slice(0, 190);
  let title = short;
  for (let number = 2; taken.has(titleKey(title)); number++) title = `${short} (${number})`;
  return title;
}

/** Published assignments of a course whose wikis depend on who is on it, or in the set of groups `setId`. */
export async function assignmentsToBringUp(
  db: Queryable,
  courseId: string,
  setId: string | null,
): Promise<string[]> {
  const rows = await db
    .select({ id: assignment.id })
    .from(assignment)
    .where(
      and(
        eq(assignment.courseId, courseId),
        isNull(assignment.removedAt),
        sql`${assignment.publishedAt} is not null`,
        setId === null ? eq(assignment.sharing, "student") : eq(assignment.setId, setId),
      ),
    );
  return rows.map(({ id }) => id);
}
