/**
 * The account of an assessment as the browser needs it: texts and plain numbers, made on the server, sent
 * anew after each change.
 */
import { type Criterion, criteriaOf, type Judging } from "@/core/marks/criteria";
import { holding, type JudgedCriterion, judgedBy } from "@/core/marks/judged";
import { shownMark } from "@/core/marks/member-marks";
import { scaleOf } from "@/core/marks/proposals";
import { exactDecimal, fixed, type Ratio } from "@/core/marks/ratio";
import type { SubjectState } from "@/core/marks/state";
import type { Span } from "@/core/time/span";
import type { HeldMark } from "@/data/marks/acts";
import type { AssessDeskDto } from "@/data/marks/desk";
import type { GroupStateDto, MemberStateDto } from "@/data/marks/dto";
import type { AssessNoteDto } from "@/data/marks/notes";
import type { PinDto } from "@/data/marks/pins";
import { subjectKey } from "@/data/marks/acts";
import { paths } from "@/ui/paths";
import { listed, percent } from "@/ui/words/counts";
import { figureWords } from "@/ui/words/figures";
import { findingNames } from "@/ui/words/findings";
import { day, moment } from "@/ui/words/times";

export interface CriterionView {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  readonly weight: string;
  readonly judging: Judging;
  readonly given: {
    readonly id: string;
    readonly level: string | null;
    readonly points: string | null;
    readonly by: string;
    readonly at: string;
    readonly isSettled: boolean;
  } | null;
  /** As it was given, where the sheet was another one then. */
  readonly earlier: string | null;
  /** What the product sees by itself; null: it checks nothing here, or somebody judged. */
  readonly checked: "met" | "not met" | null;
  /** What the other assessor judged, where the viewer may see it. */
  readonly other: string | null;
}

export interface MarkView {
  readonly value: string;
  readonly kind: "accepted" | "overridden" | "set";
  readonly computed: string | null;
  readonly reason: string;
  readonly by: string;
  readonly at: string;
  readonly isCurrent: boolean;
  readonly label: string | null;
}

export interface PinView {
  readonly id: string;
  readonly criteria: readonly string[];
  readonly kind: PinDto["thing"]["kind"];
  readonly title: string;
  readonly text: string;
  readonly by: string;
  readonly href: string;
  readonly note: string;
  readonly shown: boolean;
  /** Said where something is not as it was. */
  readonly since: string | null;
}

export interface SubjectView {
  readonly personId: string | null;
  readonly name: string;
  readonly mark: number | null;
  readonly state: SubjectState;
  readonly value: string | null;
  /** What is proposed, rounded; null: nothing. */
  readonly proposed: string | null;
  readonly working: string;
  readonly share: string | null;
  readonly held: MarkView | null;
  readonly leftOut: string | null;
  readonly heldBack: string | null;
  readonly released: { readonly mark: string; readonly at: string } | null;
  /** What should be known of them: left, came late, more time. */
  readonly remarks: readonly string[];
  readonly isGone: boolean;
  readonly criteria: readonly CriterionView[];
  readonly pins: readonly PinView[];
  readonly notes: readonly {
    readonly id: string;
    readonly criterion: string | null;
    readonly body: string;
    readonly by: string;
    readonly isOwn: boolean;
    readonly at: string;
    readonly earlier: readonly string[];
  }[];
  /** Of what teammates say, in words; null: nothing is known. */
  readonly teammates: string | null;
  /** What members wrote about them. */
  readonly teammateLines: readonly { readonly by: string; readonly line: string }[];
}

export interface AccountView {
  readonly wikiId: string;
  readonly group: string;
  readonly version: number | null;
  readonly outOf: string;
  readonly how: string;
  /** What the group's mark is, unrounded and rounded, and how it came about; null: open. */
  readonly groupMark: string | null;
  readonly groupWorking: string;
  readonly isDirect: boolean;
  readonly openOfGroup: number;
  readonly hand: "first" | "second";
  readonly isBlind: boolean;
  readonly isReadOnly: boolean;
  /** The group first, then its members. */
  readonly subjects: readonly SubjectView[];
  readonly stock: readonly { readonly id: string; readonly criterion: string; readonly body: string }[];
  readonly openObjections: number;
}

const rounded = (value: Ratio | null): string | null => value && exactDecimal(value);

export function accountView(
  { all, group, pins, notes, stock, team, objections, closed }: AssessDeskDto,
  viewerId: string,
  now: Date,
): AccountView {
  const { place, sheet, versions, version } = all;
  const { timeZone: zone } = place;
  const at = (date: Date) => moment(date, zone, now);
  const pinView = (pin: PinDto): PinView => ({
    id: pin.id,
    criteria: pin.criteria,
    kind: pin.thing.kind,
    ...told(pin, group),
    by: pin.seen.by,
    note: pin.note,
    shown: pin.shown,
    href: hrefOf(pin, place.courseId, place.assignmentId, group.wiki.id),
    since: sinceOf(pin, group),
  });
  const noteView = (note: AssessNoteDto) => ({
    id: note.id,
    criterion: note.criterion,
    body: note.body,
    by: note.by,
    isOwn: note.byId === viewerId,
    at: at(note.at),
    earlier: note.earlier,
  });
  const otherHand = group.wiki.hand === "second" ? ("first" as const) : ("second" as const);
  const criterionViews = (
    judged: readonly JudgedCriterion[],
    of: Criterion["of"],
    personId: string | null,
  ): CriterionView[] => {
    const acts = group.judgements.get(subjectKey(group.wiki.id, personId)) ?? [];
    const others = judgedBy(sheet, of, holding(acts, otherHand), versions, new Map());
    return judged.map(({ criterion, act, told: given, earlier, isChecked, part }, index): CriterionView => {
      const row = act && acts.find(({ id }) => id === act.id);
      return {
        id: criterion.id,
        title: criterion.title,
        description: criterion.description,
        weight: criterion.weight,
        judging: criterion.judging,
        given:
          act && row
            ? {
                id: act.id,
                level: act.level,
                points: act.points,
                by: row.byName,
                at: at(row.at),
                isSettled: act.hand === "settled",
              }
            : null,
        earlier: earlier ? `${given ?? ""} (given under the earlier sheet)` : null,
        checked: isChecked && part ? (part.n === 0n ? "not met" : "met") : null,
        other: others[index]?.act ? (others[index]?.told ?? null) : null,
      };
    });
  };
  const pinsFor = (personId: string | null) => pins.filter((pin) => pin.personId === personId).map(pinView);
  const notesFor = (personId: string | null) =>
    notes.filter((note) => note.personId === personId).map(noteView);
  const hasOwn = criteriaOf(sheet, "student").length > 0;
  const ofGroup: SubjectView = {
    personId: null,
    name: group.wiki.name,
    mark: null,
    state: group.state,
    value: rounded(group.group.mark && shownMark(scaleOf(sheet), group.group.mark)),
    proposed: null,
    working: group.group.working,
    share: null,
    held: markView(group.direct, true, null, at),
    leftOut: null,
    heldBack: null,
    released: null,
    remarks: [],
    isGone: false,
    criteria: criterionViews(group.criteria, "group", null),
    pins: pinsFor(null),
    notes: notesFor(null),
    teammates: null,
    teammateLines: [],
  };
  const members = group.members.map((each): SubjectView => {
    const { member, proposal, held, state, isCurrent, label, released, own } = each;
    const said = team?.members.find(({ id }) => id === member.id);
    return {
      personId: member.id,
      name: member.name,
      mark: member.mark,
      state,
      value: held.mark?.value ?? null,
      proposed: rounded(proposal.mark),
      working: proposal.working,
      share: proposal.share && percent(Number(fixed(proposal.share, 6))),
      held: markView(held, isCurrent, label, at),
      leftOut: held.leftOut,
      heldBack: held.heldBack,
      released: released && { mark: released.mark, at: at(released.at) },
      remarks: [...remarksOn(each, place.opensAt, at), ...keptOut(closed.get(member.id) ?? [], zone)],
      isGone: each.isGone,
      criteria: hasOwn ? criterionViews(own, "student", member.id) : [],
      pins: pinsFor(member.id),
      notes: notesFor(member.id),
      teammates: said ? teammateWords(said, each) : null,
      teammateLines: (team?.answers ?? [])
        .filter(({ about, line }) => about === member.id && line !== "")
        .map(({ by, line }) => ({
          by:
            by === member.id
              ? "themselves"
              : (group.members.find((other) => other.member.id === by)?.member.name ??
                "somebody who has left"),
          line,
        })),
    };
  });
  return {
    wikiId: group.wiki.id,
    group: group.wiki.name,
    version,
    outOf: sheet.outOf,
    how: sheet.students.how,
    groupMark: rounded(group.group.mark && shownMark(scaleOf(sheet), group.group.mark)),
    groupWorking: group.group.working,
    isDirect: group.group.isDirect,
    openOfGroup: group.group.open.length,
    hand: group.wiki.hand,
    isBlind: group.wiki.isBlind,
    isReadOnly: place.isArchived,
    subjects: [ofGroup, ...members],
    stock: stock.map(({ id, criterion, body }) => ({ id, criterion, body })),
    openObjections: objections.filter(({ outcome }) => outcome === null).length,
  };
}

function markView(
  { mark }: HeldMark,
  isCurrent: boolean,
  label: string | null,
  at: (date: Date) => string,
): MarkView | null {
  if (!mark || mark.value === null) return null;
  return {
    value: mark.value,
    kind: mark.kind as MarkView["kind"],
    computed: mark.computed,
    reason: mark.reason,
    by: mark.byName,
    at: at(mark.at),
    isCurrent,
    label,
  };
}

function remarksOn(
  { member, isGone, joinedAt, ownCutOffAt }: MemberStateDto,
  opensAt: Date,
  at: (date: Date) => string,
): string[] {
  return [
    ...(isGone
      ? [`Belonged to the group until ${at(member.until!)}: not counted among its members`]
      : member.until
        ? [`Belongs to the group until ${at(member.until)}`]
        : []),
    ...(joinedAt && joinedAt > opensAt
      ? [`Came to the group on ${at(joinedAt)}, after the assignment had opened`]
      : []),
    ...(ownCutOffAt ? [`Had more time: counts up to ${at(ownCutOffAt)}`] : []),
  ];
}

/** Of many times so many are named. */
const spansNamed = 3;

function keptOut(spans: readonly Span[], zone: string): string[] {
  if (spans.length === 0) return [];
  const named = spans
    .slice(0, spansNamed)
    .map(({ from, to }) => `from ${day(new Date(from), zone)} to ${day(new Date(to), zone)}`);
  return [
    `Could not write ${listed(named)}${spans.length > spansNamed ? `, and at ${spans.length - spansNamed} other times` : ""}`,
  ];
}

/** Where teammates and the record differ so much that somebody should ask. */
const muchApart = 0.2;

function teammateWords(
  {
    mean,
    seen,
    hasAnswered,
  }: {
    readonly mean: { readonly answers: number; readonly mean: Ratio } | null;
    readonly seen: Ratio | null;
    readonly hasAnswered: boolean;
  },
  { sharePercent }: MemberStateDto,
): string {
  const answered = hasAnswered ? "" : " Has not answered.";
  if (!mean) return `Nobody has said anything of them.${answered}`;
  const told = `${mean.answers === 1 ? "One teammate says" : `${mean.answers} teammates say`} ${percent(Number(fixed(mean.mean, 4)))} of the most that they could.`;
  if (!seen || sharePercent === null) return `${told}${answered}`;
  const part = Number(fixed(seen, 4));
  const apart =
    Math.abs(part - sharePercent / 100) >= muchApart
      ? ` That makes ${percent(part)} of the group’s work, and the record has ${sharePercent} % of the words: what was done outside the wiki?`
      : ` That makes ${percent(part)} of the group’s work.`;
  return `${told}${apart}${answered}`;
}

function told(
  { thing, seen }: PinDto,
  { members }: GroupStateDto,
): { readonly title: string; readonly text: string } {
  if (thing.kind === "figure")
    return {
      title: `${figureWords[thing.figure].label}, ${members.find(({ member }) => member.id === thing.personId)?.member.name ?? seen.by}`,
      text: figureText(thing.figure, seen.text),
    };
  if (thing.kind === "finding")
    return {
      title: (findingNames as Readonly<Record<string, string>>)[seen.title] ?? seen.title,
      text: seen.text,
    };
  return { title: seen.title, text: seen.text };
}

function figureText(figure: string, text: string): string {
  const value = Number(text);
  return text === ""
    ? "–"
    : ["share", "lasting", "largestArrivalPart", "lastDayPart", "inTime"].includes(figure)
      ? percent(value)
      : String(Math.round(value * 100) / 100);
}

/** What opens exactly what was pinned. */
function hrefOf({ id, thing, stands }: PinDto, course: string, assignment: string, wiki: string): string {
  switch (thing.kind) {
    case "entry":
      return paths.entry(course, thing.pageId, thing.number);
    case "passage":
      return stands
        ? `${paths.page(course, stands.pageId)}?pin=${id}#p-${id}`
        : paths.entry(course, thing.pageId, thing.entry);
    case "comment":
      return `${paths.page(course, thing.pageId)}#comment-${thing.commentId}`;
    case "finding":
      return `${paths.reviewGroup(course, assignment, wiki)}#found`;
    case "figure":
      return paths.statement(course, assignment, wiki, thing.personId, {
        ...thing.period,
        figure: thing.figure,
      });
    default:
      return thing satisfies never;
  }
}

function sinceOf({ thing, stands, seen }: PinDto, { members }: GroupStateDto): string | null {
  if (thing.kind === "passage")
    return stands === null
      ? "stands no more: the link opens the entry in which it stood"
      : stands.pageId !== thing.pageId
        ? "stands on another page now"
        : null;
  if (thing.kind !== "figure") return null;
  const today = (
    members.find(({ member }) => member.id === thing.personId)?.figures as
      Readonly<Record<string, number | null>> | undefined
  )?.[thing.figure];
  return today === undefined ||
    today === null ||
    seen.text === "" ||
    Math.abs(today - Number(seen.text)) < 1e-6
    ? null
    : `is ${figureText(thing.figure, String(today))} today`;
}
