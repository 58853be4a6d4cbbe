import type { Expectation, StudentMeasure } from "@/core/assignment/expected";
import { counted } from "./counts";

export const measureWords: Readonly<Record<StudentMeasure, readonly [one: string, many: string]>> = {
  entries: ["entry", "entries"], days: ["day with an entry", "days with an entry"], pages: ["page written on", "pages written on"], words: ["word added", "words added"],
  corrections: ["word of teammates corrected", "words of teammates corrected"], comments: ["comment", "comments"], replies: ["answer to a comment", "answers to comments"],
};

/** An expectation in words, without saying of whom: "4 entries, by 2026-03-29 17:00". */
export function expectationWords(expectation: Expectation): string {
  if (expectation.of === "student") {
    return `${counted(expectation.number, ...measureWords[expectation.measure])}${expectation.by ? `, by ${expectation.by.replace("T", " ")}` : ""}`;
  }
  switch (expectation.kind) {
    case "page": return `A page “${expectation.title}” that says something`;
    case "section": return `A section “${expectation.heading}” on the page “${expectation.title}”`;
    case "home links to all": return "The home page leads to every page";
    case "all link home": return "Every page leads back to the home page";
    case "links on each page": return `${counted(expectation.number, "link to a source", "links to sources")} on each page`;
    default: return expectation satisfies never;
  }
}
