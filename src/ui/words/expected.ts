import type { Expectation, StudentMeasure } from "@/core/assignment/expected";
import { instantAt } from "@/core/time/zone";
import { counted } from "./counts";
import { moment } from "./times";

export const measureWords: Readonly<Record<StudentMeasure, readonly [one: string, many: string]>> = {
  entries: ["entry", "entries"],
  days: ["day with an entry, comments not counted", "days with an entry, comments not counted"],
  pages: ["page written on", "pages written on"],
  words: ["word added", "words added"],
  corrections: ["word of teammates corrected", "words of teammates corrected"],
  comments: ["comment", "comments"],
  replies: ["answer to a comment", "answers to comments"],
};

/** An expectation in words, without saying of whom: "4 entries by Sun 29 Mar, 17:00". */
export function expectationWords(expectation: Expectation, now: Date): string {
  if (expectation.of === "student") {
    return `${counted(expectation.number, ...measureWords[expectation.measure])}${expectation.by ? ` by ${clock(expectation.by, now)}` : ""}`;
  }
  switch (expectation.kind) {
    case "page":
      return `A page “${expectation.title}” that says something`;
    case "section":
      return `A section “${expectation.heading}” on the page “${expectation.title}”`;
    case "home links to all":
      return "The home page leads to every page";
    case "all link home":
      return "Every page leads back to the home page";
    case "links on each page":
      return `${counted(expectation.number, "link to a source", "links to sources")} on each page`;
    case "sources on each page":
      return `${counted(expectation.number, "source")} named on each page`;
    case "origin of each picture":
      return "Of every picture, where it comes from";
    default:
      return expectation satisfies never;
  }
}

/** A wall clock as a moment: it stands in no zone, and none is to move it. */
function clock(local: string, now: Date): string {
  const instant = instantAt(local, "UTC");
  return instant ? moment(instant, "UTC", now) : local;
}
