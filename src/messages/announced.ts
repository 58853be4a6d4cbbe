/**
 * What those who take part are told of an assignment, in sentences: in mail, in the news and in the preview
 * of both.
 */
import { createTranslator } from "use-intl/core";
import { common, locale } from "./common";
import announced from "./en/announced.json";

export const announcedWords = createTranslator({ ...common, messages: announced });

/** Wall clocks in the course's zone, "2026-03-16T10:00"; null: none. */
interface AnnouncedTimes {
  readonly opensAt: string;
  readonly dueAt: string;
  readonly cutOffAt: string | null;
  readonly closesAtDue: boolean;
}

/** What is told: of `core/assignment/announced`. */
interface Announced {
  readonly title: string;
  readonly isNew: boolean;
  readonly times: AnnouncedTimes;
  readonly before: Partial<AnnouncedTimes>;
  readonly hasNewBrief: boolean;
}

/** "Wed 1 Apr 2026, 17:00", of a wall clock. */
function clockWords(at: string): string {
  return new Intl.DateTimeFormat(locale, {
    weekday: "short",
    day: "numeric",
    month: "short",
    year: "numeric",
    hour: "2-digit",
    minute: "2-digit",
    timeZone: "UTC",
  }).format(new Date(`${at}:00Z`));
}

const clockOrNone = (at: string | null) => (at === null ? "none" : clockWords(at));

/** `now`: the course's wall clock. */
export function announcedLines(
  { title, isNew, times, before, hasNewBrief }: Announced,
  now: string,
): string[] {
  if (isNew)
    return [
      announcedWords("published", {
        title,
        hasOpened: String(times.opensAt <= now),
        opens: clockWords(times.opensAt),
        due: clockWords(times.dueAt),
      }),
    ];
  const has = (name: keyof AnnouncedTimes) => before[name] !== undefined;
  return [
    ...(has("opensAt")
      ? [
          announcedWords("opensAt", {
            title,
            now: clockWords(times.opensAt),
            before: clockWords(before.opensAt!),
          }),
        ]
      : []),
    ...(has("dueAt")
      ? [announcedWords("dueAt", { title, now: clockWords(times.dueAt), before: clockWords(before.dueAt!) })]
      : []),
    ...(has("cutOffAt")
      ? [
          announcedWords("cutOffAt", {
            title,
            now: clockOrNone(times.cutOffAt),
            before: clockOrNone(before.cutOffAt!),
          }),
        ]
      : []),
    ...(has("closesAtDue")
      ? [announcedWords("closesAtDue", { title, closes: String(times.closesAtDue) })]
      : []),
    ...(hasNewBrief ? [announcedWords("brief", { title })] : []),
  ];
}
