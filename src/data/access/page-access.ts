/** Who may do what on one page, with reasons: what the access screen shows. */
import "server-only";
import { and, eq, inArray, isNull } from "drizzle-orm";
import { decide, type Level, whenClosed } from "@/core/access/may";
import { person } from "../db/tables/accounts";
import { enrolment } from "../db/tables/courses";
import { accessRule, page, wiki } from "../db/tables/wikis";
import { wikiMembers } from "../pages/members";
import type { AccessDto } from "../pages/dto";
import { accessDto } from "../pages/read";
import type { ContextIn } from "../session/context";
import { givenToAssistant, isInstructor, ruleLog, rulesAt, standAtPage } from "./read";

export interface PageAccessDto {
  readonly pageId: string;
  /** The page's own rule for its group; null if it has none. */
  readonly groupLevel: Level | null;
  readonly people: readonly { readonly id: string; readonly name: string; readonly part: "member" | "staff" | "other students"; readonly access: AccessDto }[];
  readonly log: readonly { readonly id: string; readonly at: Date; readonly by: string; readonly level: Level; readonly endedAt: Date | null; readonly endedBy: string | null }[];
}

/** For instructors; null for anybody else. */
export async function pageAccess(ctx: ContextIn, courseId: string, pageId: string): Promise<PageAccessDto | null> {
  const standpoint = await standAtPage(ctx, courseId, pageId);
  if (!standpoint || !(await isInstructor(ctx, courseId))) return null;
  const { assignmentId, wikiId } = standpoint;
  const [found] = await ctx.db.select({ courseId: wiki.courseId, groupId: wiki.groupId, personId: wiki.personId }).from(wiki).where(and(eq(wiki.courseId, courseId), eq(wiki.id, wikiId)));
  const [own] = await ctx.db.select({ ownerId: page.ownerId }).from(page).where(and(eq(page.courseId, courseId), eq(page.id, pageId)));
  const owns = (id: string) => (own?.ownerId ? { owns: own.ownerId === id } : {});
  const members = (await wikiMembers(ctx.db, found!)).filter(({ until }) => until === null || until > ctx.now);
  const staff = await ctx.db.select({ id: person.id, name: person.name, role: enrolment.role, isGiven: givenToAssistant(person.id) }).from(enrolment)
    .innerJoin(wiki, and(eq(wiki.courseId, enrolment.courseId), eq(wiki.id, wikiId)))
    .innerJoin(person, eq(person.id, enrolment.personId))
    .where(and(eq(enrolment.courseId, courseId), isNull(enrolment.leftAt), inArray(enrolment.role, ["instructor", "assistant", "observer"])));
  const rules = await rulesAt(ctx.db, courseId, [courseId, assignmentId, wikiId, pageId]);
  const place = { course: courseId, assignment: assignmentId, wiki: wikiId, page: pageId };
  const explain = (asked: Parameters<typeof decide>[1]) => accessDto(ctx, { ...standpoint, person: asked, decision: whenClosed(decide(rules, asked, place, ctx.now.getTime()), standpoint.closed) });
  const people: PageAccessDto["people"][number][] = [];
  for (const member of members) people.push({ id: member.id, name: member.name, part: "member", access: await explain({ id: member.id, role: "student", isMember: true, ...owns(member.id) }) });
  for (const each of staff) people.push({ id: each.id, name: each.name, part: "staff", access: await explain({ id: each.id, role: each.role, isMember: false, isGiven: each.isGiven, ...owns(each.id) }) });
  if (found!.groupId || found!.personId) {
    people.push({ id: "others", name: "Other students of the course", part: "other students", access: await explain({ id: "", role: "student", isMember: false }) });
  }
  const log = await ruleLog(ctx.db, courseId, pageId);
  const names = new Map((await ctx.db.select({ id: person.id, name: person.name }).from(person)
    .where(inArray(person.id, [...new Set(log.flatMap((row) => [row.madeBy, ...(row.endedBy ? [row.endedBy] : [])])), ""]))).map((row) => [row.id, row.name]));
  return {
    pageId, people,
    groupLevel: rules.find((rule) => rule.scope === "page" && rule.who.kind === "group")?.level ?? null,
    log: log.map((row: typeof accessRule.$inferSelect) => ({
      id: row.id, at: row.madeAt, by: names.get(row.madeBy) ?? "", level: row.level, endedAt: row.endedAt, endedBy: row.endedBy ? (names.get(row.endedBy) ?? "") : null,
    })),
  };
}
