/**
 * The log of access in words. Made on the server: a change can be told of thousands of cells, and a line
 * names a few.
 */
import { whoKey } from "@/core/access/rule";
import { type Power, powers } from "@/core/access/may";
import type { PowerSetting } from "@/core/access/setting";
import type { LogDto, LogLineDto, ToldChange, ToldPowers } from "@/data/access/dto";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { guestsName, powerWords, settingsWords } from "@/ui/words/access";

export interface LogLine extends Omit<LogLineDto, "told" | "powers" | "times"> {
  readonly whats: readonly { readonly what: string; readonly before: string; readonly after: string }[];
  /** How many more there are of such. */
  readonly more: number;
}

const shownAtMost = 6;

export function logLines(
  { lines, ...named }: LogDto,
  assignmentTitle: string,
  zone: string,
  now: Date,
): LogLine[] {
  return lines.map(({ told, powers: ofMembers, times, ...line }) => {
    const whats = times
      ? timeLines(times, assignmentTitle, zone, now)
      : line.kind === "archived" || line.kind === "reopened"
        ? archiveLines(line.kind)
        : ofMembers
          ? powerLines(ofMembers, assignmentTitle)
          : gather(told, named, assignmentTitle, zone, now);
    return { ...line, whats: whats.slice(0, shownAtMost), more: Math.max(0, whats.length - shownAtMost) };
  });
}

/** The assignment's times, each that was changed. */
function timeLines(
  { before, after }: NonNullable<LogLineDto["times"]>,
  assignmentTitle: string,
  zone: string,
  now: Date,
): LogLine["whats"][number][] {
  const told = (at: string | null) => (at === null ? "none" : moment(new Date(at), zone, now));
  const closes = (isClosing: boolean) => (isClosing ? "writing closes when it is due" : "writing goes on");
  const lines = [
    { what: "opens", before: told(before.opensAt), after: told(after.opensAt) },
    { what: "due", before: told(before.dueAt), after: told(after.dueAt) },
    { what: "when it is due", before: closes(before.closesAtDue), after: closes(after.closesAtDue) },
    { what: "cut-off", before: told(before.cutOffAt), after: told(after.cutOffAt) },
    { what: "others read from", before: told(before.othersReadFrom), after: told(after.othersReadFrom) },
  ];
  return lines
    .filter((line) => line.before !== line.after)
    .map((line) => ({ ...line, what: `${assignmentTitle}: ${line.what}` }));
}

/** The whole course: it is opened again where it was archived, in its settings. */
function archiveLines(kind: "archived" | "reopened"): LogLine["whats"][number][] {
  const [open, archived] = ["open", "archived: it is read, and changed by nobody"];
  return [
    {
      what: "The course",
      before: kind === "archived" ? open : archived,
      after: kind === "archived" ? archived : open,
    },
  ];
}

/** What members may do besides writing: each thing that was given or taken away. */
function powerLines({ before, after }: ToldPowers, assignmentTitle: string): LogLine["whats"][number][] {
  const changed = [
    ...before.filter((power) => !after.includes(power)),
    ...after.filter((power) => !before.includes(power)),
  ];
  const told = (has: readonly Power[], power: Power) =>
    has.includes(power) ? "members may" : "only instructors may";
  return changed.map((power) => ({
    what: `${assignmentTitle}: ${powerWords[power].toLowerCase()}`,
    before: told(before, power),
    after: told(after, power),
  }));
}

/** "start pages: may; upload files: as above". */
function powersSet(setting: PowerSetting): string {
  return powers
    .filter((power) => setting[power] !== undefined)
    .map(
      (power) =>
        `${powerWords[power].toLowerCase()}: ${setting[power] === null ? "as above" : setting[power] ? "may" : "may not"}`,
    )
    .join("; ");
}

type Named = Pick<LogDto, "names" | "doors">;

/**
 * A change's cells: the places that were set alike for the same people together, and then the people with the
 * same places.
 */
function gather(
  told: readonly ToldChange[],
  named: Named,
  assignmentTitle: string,
  zone: string,
  now: Date,
): LogLine["whats"][number][] {
  const byPeople = new Map<string, { who: string; places: string[]; before: string; after: string }>();
  for (const { cell, before, after, powers: given } of told) {
    const [was, is] = given
      ? [powersSet(given.before), powersSet(given.after)]
      : [settingsWords(before, zone, now), settingsWords(after, zone, now)];
    const key = [whoKey(cell.who), was, is].join("|");
    const line = byPeople.get(key) ?? { who: whoName(cell.who, named), places: [], before: was, after: is };
    line.places.push(
      cell.scope === "assignment" ? assignmentTitle : (named.names[cell.place] ?? "a page that is gone"),
    );
    byPeople.set(key, line);
  }
  const byPlaces = new Map<string, { whos: string[]; places: string[]; before: string; after: string }>();
  for (const { who, places, before, after } of byPeople.values()) {
    const key = [...places, before, after].join("|");
    const line = byPlaces.get(key) ?? { whos: [], places, before, after };
    line.whos.push(who);
    byPlaces.set(key, line);
  }
  return [...byPlaces.values()].map(({ whos, places, before, after }) => ({
    what: `${some(places)}: ${some(whos)}`,
    before,
    after,
  }));
}

function some(names: readonly string[]): string {
  return names.length <= 3
    ? names.join(", ")
    : `${names.slice(0, 2).join(", ")} and ${counted(names.length - 2, "other")}`;
}

const whoNames = {
  course: "everybody on the course",
  students: "other students",
  assistants: "assistants",
  observers: "observers",
  group: "the group",
  owner: "the owner",
} as const;

function whoName(who: ToldChange["cell"]["who"], { names, doors }: Named): string {
  if (who.kind === "guests") return guestsName(doors[who.door]);
  if (who.kind === "person") return names[who.person] ?? "somebody";
  return who.kind === "members" ? (names[who.group] ?? "a group") : whoNames[who.kind];
}
