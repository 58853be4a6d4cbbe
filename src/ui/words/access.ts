/**
 * Access in words. The data layer gives facts; the sentences are made here, so that they sound the same
 * everywhere.
 */
import type { Level, Power, Who } from "@/core/access/may";
import type { Weekly } from "@/core/access/when";
import type { AccessProblem, ToldSetting } from "@/data/access/dto";
import type { AccessDto, LevelAheadDto, PageDto, WikiDto } from "@/data/pages/dto";
import { listed } from "./counts";
import { moment } from "./times";

/** What a cell of the sheet says. */
export const levelNames: Record<Level, string> = {
  hidden: "Hidden",
  read: "Read",
  comment: "Comment",
  write: "Write",
};

export const levelNotes: Record<Level, string> = {
  hidden: "it does not exist for them",
  read: "read it, and no more",
  comment: "read it and comment on it",
  write: "read it, comment on it and change it",
};

export const powerWords: Record<Power, string> = {
  start: "Start pages",
  rename: "Rename pages",
  remove: "Remove pages",
  arrange: "Arrange the contents",
  restore: "Restore earlier text",
  upload: "Upload files",
  settle: "Settle comments of others",
};

export const powerNotes: Record<Power, string> = {
  start: "otherwise only instructors do",
  rename: "links to the old title lead on",
  remove: "into the bin, from which they come back whole",
  arrange: "put pages in order, and below each other",
  restore: "of a page, as a new entry",
  upload: "pictures, recordings and other files",
  settle: "their own they always may",
};

/**
 * Whether somebody has a power, and who says so; null: nothing was set, and what every course begins with
 * holds.
 */
export function powerAnswer(
  given: boolean,
  by: { readonly scope: string; readonly isOfAssignment: boolean; readonly by: string } | null,
): string {
  const answer = given ? "may" : "may not";
  if (!by) return answer;
  return by.isOfAssignment
    ? `${answer}: only instructors, in this assignment`
    : `${answer}: set for ${scopeWords[by.scope] ?? ""}${by.by ? ` by ${by.by}` : ""}`;
}

/** What somebody can't do without a power: "rename this page". */
const powerActs: Record<Power, string> = {
  start: "start pages",
  rename: "rename this page",
  remove: "remove this page or restore it",
  arrange: "arrange the contents",
  restore: "restore earlier text",
  upload: "upload files",
  settle: "settle comments of others",
};

export function powerMissing(power: Power): string {
  return `Nothing was changed: you may not ${powerActs[power]} here.`;
}

const builtInWords: Record<string, string> = {
  instructor: "instructors may write everywhere",
  assistant: "assistants may read and comment everywhere",
  "assistant of others": "the group is not given to them",
  "own group": "it belongs to their own wiki",
  "page of another": "the page is another member’s to write",
  archived: "the course has been archived",
  "set aside": "the assignment shares its wikis in another way now, and this one is kept as it was",
  observer: "observers may read",
  "other group": "the wiki belongs to others",
  guest: "nothing is open to them here",
  "hidden from its group": "the page is hidden from those whose wiki it is",
};

const scopeWords: Record<string, string> = {
  course: "the course",
  assignment: "the assignment",
  wiki: "this wiki",
  page: "this page",
};

const whoWords: Record<Who["kind"], string> = {
  guests: "those who come without an account",
  course: "everybody on the course",
  students: "students",
  assistants: "assistants",
  observers: "observers",
  group: "the group whose wiki it is",
  members: "the members of a named group",
  owner: "the one whose page it is",
  person: "this person by name",
};

/** Whom a door lets in: "guests of the open room “Monday”". */
export function guestsName(
  door: { readonly kind: "room" | "link"; readonly of: string } | undefined,
): string {
  if (!door) return "guests";
  return door.kind === "link"
    ? `readers with the link to ${door.of}`
    : `guests of the open room${door.of ? ` “${door.of}”` : ""}`;
}

const days = ["Mondays", "Tuesdays", "Wednesdays", "Thursdays", "Fridays", "Saturdays", "Sundays"];

function clock(minute: number): string {
  return minute >= 1440
    ? "midnight"
    : `${String(Math.floor(minute / 60)).padStart(2, "0")}:${String(minute % 60).padStart(2, "0")}`;
}

function weeklyWords({ days: on, from, until }: Weekly): string {
  return `${on.length === 7 ? "every day" : listed([...on].sort().map((day) => days[day] ?? ""))} ${clock(from)} to ${clock(until)}`;
}

interface WindowDto {
  readonly from: Date | null;
  readonly until: Date | null;
  readonly weekly: Weekly | null;
}

/**
 * "since Mon 16 Mar, 10:00, until Fri 20 Mar, 17:00, Mondays 09:00 to 10:30"; nothing for what always holds.
 */
function windowWords({ from, until, weekly }: WindowDto, zone: string, now: Date): string {
  return [
    from ? `${from <= now ? "since" : "from"} ${moment(from, zone, now)}` : "",
    until ? `until ${moment(until, zone, now)}` : "",
    weekly ? weeklyWords(weekly) : "",
  ]
    .filter((part) => part !== "")
    .join(", ");
}

/** Why somebody has the level they have: "set for this page by Ines Calder, Mon 23 Nov, 14:02". */
export function reason({ because }: Pick<AccessDto, "because">, zone: string, now: Date): string {
  if (because.kind === "built in") return builtInWords[because.reason] ?? because.reason;
  const window = windowWords(because, zone, now);
  return `set for ${scopeWords[because.scope] ?? ""} by ${because.madeBy}, ${moment(because.madeAt, zone, now)}${window ? `; holds ${window}` : ""}`;
}

/** "until Fri 20 Mar, 17:00, then read"; nothing if nothing that is set changes it. */
function aheadWords({ next }: LevelAheadDto, zone: string, now: Date): string {
  return next ? `until ${moment(next.at, zone, now)}, then ${levelNames[next.level].toLowerCase()}` : "";
}

/**
 * A cell of the sheet in a sentence: "Write, because for the assignment the group whose wiki it is may write
 * (…); until Fri 20 Mar, 17:00, then comment."
 */
export function explained(access: AccessDto, zone: string, now: Date): string {
  const { because, level } = access;
  const why =
    because.kind === "built in"
      ? (builtInWords[because.reason] ?? because.reason)
      : `for ${scopeWords[because.scope] ?? ""}, “${levelNames[level].toLowerCase()}” is set for ${whoWords[because.who]} (by ${because.madeBy}, ${moment(because.madeAt, zone, now)})`;
  const ahead = aheadWords(access, zone, now);
  return `${levelNames[level]}, because ${why}${ahead ? `; ${ahead}` : ""}.`;
}

/** A rule in a line: "Read for the assignment, set for students, from Mon 16 Mar, 10:00". */
export function ruleWords(
  rule: { level: Level; scope: string; who: Who["kind"] } & WindowDto,
  zone: string,
  now: Date,
): string {
  const window = windowWords(rule, zone, now);
  return `${levelNames[rule.level]} for ${scopeWords[rule.scope] ?? ""}, set for ${whoWords[rule.who]}${window ? `, ${window}` : ""}`;
}

/** What was set for a cell: "Read until Fri 20 Mar, 17:00", or "nothing of its own". */
export function settingsWords(settings: readonly ToldSetting[], zone: string, now: Date): string {
  if (settings.length === 0) return "nothing of its own";
  const date = (iso: string | null) => (iso === null ? null : new Date(iso));
  return settings
    .map(({ level, from, until, weekly }) =>
      `${levelNames[level].toLowerCase()} ${windowWords({ from: date(from), until: date(until), weekly }, zone, now)}`.trim(),
    )
    .join("; ");
}

/** What stands in the place of the Write button. */
export function whyNotWriting(access: AccessDto, zone: string, now: Date): string {
  const may =
    access.level === "comment"
      ? "You can read this page and comment on it, not change it"
      : "You can read this page, not change it";
  const ahead = access.next
    ? ` From ${moment(access.next.at, zone, now)} on: ${levelNames[access.next.level].toLowerCase()}.`
    : "";
  return `${may}: ${reason(access, zone, now)}.${ahead}`;
}

const mayWords: Record<Level, string> = {
  hidden: "do not see it",
  read: "can read it",
  comment: "can read it and comment",
  write: "can write it",
};

/** Who can read and write a page, and until when: one line for everybody who reads it. */
export function whoMayWords(
  { group, owner, others }: PageDto["whoMay"],
  { name, sharing }: Pick<WikiDto, "name" | "sharing">,
  zone: string,
  now: Date,
): string {
  const told = (who: string, { level, next }: LevelAheadDto) =>
    `${who} ${mayWords[level]}${next ? ` until ${moment(next.at, zone, now)}` : ""}`;
  const parts = [
    ...(owner ? [told(owner.name, owner).replace("do not", "does not")] : []),
    told(groupWords(name, sharing, owner !== null), group),
    ...(sharing === "class" ? [] : [told("other students", others)]),
  ];
  return `${parts.join("; ")}.`;
}

function groupWords(name: string, sharing: WikiDto["sharing"], hasOwner: boolean): string {
  if (sharing === "class") return hasOwner ? "the others of the class" : "All students of the course";
  return sharing === "student" ? name : hasOwner ? `others of ${name}` : `Members of ${name}`;
}

export function accessProblem(problem: AccessProblem, zone: string, now: Date): string {
  switch (problem.code) {
    case "not found":
      return "Nothing was changed: one of the pages or people no longer exists. Reload the page.";
    case "not allowed":
      return "Nothing was changed: only instructors change access, and only while the course is not archived.";
    case "nothing chosen":
      return "Nothing was changed: choose cells, and what is to hold for them.";
    case "window ends before it begins":
      return "Nothing was changed: the window ends before it begins.";
    case "no hours":
      return "Nothing was changed: the hours end before they begin.";
    case "not as it was left":
      return "Nothing was undone: what members may do has been changed since.";
    case "guests have no powers":
      return "Nothing was changed: guests read and write what is open to them, and no more.";
    case "undone already":
      return "This was undone already.";
    case "changed since":
      return `Nothing was undone: ${problem.by} set something else for some of the same on ${moment(problem.at, zone, now)}. Undo that first.`;
    default:
      return problem satisfies never;
  }
}
