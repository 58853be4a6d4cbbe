/** Access in words. The data layer gives facts; the sentences are made here, so that they sound the same everywhere. */
import type { AccessDto } from "@/data/pages/dto";
import { moment } from "./times";

export const levelWords = {
  hidden: "not see it",
  read: "read it",
  comment: "read it and comment",
  write: "read, comment and write",
} as const;

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
};

const scopeWords: Record<string, string> = { course: "for the course", assignment: "for the assignment", wiki: "for this wiki", page: "for this page" };

/** Why somebody has the level they have: "set for this page by Ines Calder, Mon 23 Nov, 14:02". */
export function reason({ because }: AccessDto, zone: string, now: Date): string {
  if (because.kind === "built in") return builtInWords[because.reason] ?? because.reason;
  const window = [
    because.from ? `since ${moment(because.from, zone, now)}` : "",
    because.until ? `until ${moment(because.until, zone, now)}` : "",
  ].filter((part) => part !== "").join(", ");
  return `set ${scopeWords[because.scope] ?? ""} by ${because.madeBy}, ${moment(because.madeAt, zone, now)}${window ? `; holds ${window}` : ""}`;
}

/** What stands in the place of the Write button. */
export function whyNotWriting(access: AccessDto, zone: string, now: Date): string {
  const may = access.level === "comment" ? "You can read this page and comment on it, not change it" : "You can read this page, not change it";
  return `${may}: ${reason(access, zone, now)}.`;
}
