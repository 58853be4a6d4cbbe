/** Findings in words: what was noticed, as a question that a person can answer, never as a verdict. */
import type { WikiFinding } from "@/core/assignment/wiki-findings";
import type { Finding } from "@/core/credit/findings";
import type { Span } from "@/core/time/span";
import { dayLength } from "@/core/time/lengths";
import { counted, listed, number, percent } from "./counts";
import { day } from "./times";

type AnyFinding = Finding | WikiFinding;

/** What a finding is called, in a few words. */
export const findingNames: Readonly<Record<AnyFinding["kind"], string>> = {
  "nothing done": "Nothing yet",
  "most in the last day": "Most just before it was due",
  "most in one go": "Most in one go",
  "repeated text": "Repeated text",
  "one author for most": "One author for most",
  "large arrival": "Much at once",
  "removed and not talked about": "Removed, not talked about",
  "back and forth": "Back and forth",
  "only own pages": "Only own text",
  "only restyling": "Only restyling",
  "unassigned words": "Words of nobody",
  "promised pages": "Promised pages",
  "loose pages": "Loose pages",
  "pictures without origin": "Pictures without origin",
  "expected of the wiki": "Expected, not there",
  "expected of a student": "Less than expected",
};

/** Of long lists so many are named. */
const mostNamed = 4;

interface Names {
  readonly person: (id: string) => string;
  readonly page: (id: string) => string;
  readonly zone: string;
}

/** " They could not write from 2 to 9 March." or nothing; of many times how many days they make. */
function keptOut(spans: readonly Span[], zone: string): string {
  if (spans.length === 0) return "";
  if (spans.length <= mostNamed)
    return ` They could not write ${listed(spans.map(({ from, to }) => `from ${day(new Date(from), zone)} to ${day(new Date(to), zone)}`))}.`;
  const days = spans.reduce((sum, { from, to }) => sum + to - from, 0) / dayLength;
  return ` They could not write at ${number(spans.length)} times, ${counted(Math.round(days), "day")} in all.`;
}

/** ", and was last here on 2 March", where it is known. */
function hereWords(lastHere: number | null | undefined, zone: string): string {
  if (lastHere === undefined) return "";
  return lastHere === null
    ? ", and was never here"
    : `, and was last here on ${day(new Date(lastHere), zone)}`;
}

/**
 * The finding as a question: "Ada added 300 words in one entry, 92 % of all that she added. Where did they
 * come from?"
 */
export function findingWords(finding: AnyFinding, { person, page, zone }: Names): string {
  switch (finding.kind) {
    case "nothing done": {
      const open =
        finding.unassigned > 0
          ? ` ${counted(finding.unassigned, "word")} of guests count for nobody yet, and could be theirs.`
          : "";
      return `${person(finding.member)} has neither saved nor said anything${hereWords(finding.lastHere, zone)}.${keptOut(finding.couldNotWrite, zone)}${open} What kept them?`;
    }
    case "most in the last day":
      return `${percent(finding.part)} of the words that ${person(finding.member)} added came just before it was due. Was it planned so?`;
    case "most in one go":
      return `${percent(finding.part)} of the words that ${person(finding.member)} added came within twelve hours, on ${day(new Date(finding.from), zone)}. What came before it?`;
    case "repeated text":
      return `${counted(finding.words, "word")} of ${person(finding.member)}’s repeat text that stands elsewhere, or that came in the same entry. Each counts once in what stands. What are they for?`;
    case "one author for most":
      return `${percent(finding.share)} of the members’ standing words are ${person(finding.member)}’s. How did the group divide the work?`;
    case "large arrival":
      return `${person(finding.member)} added ${counted(finding.words, "word")} in one entry, ${percent(finding.part)} of all that they added. Where were they written?`;
    case "removed and not talked about":
      return `${person(finding.member)} removed ${counted(finding.words, "word")} of ${person(finding.of)}’s${finding.entries > 1 ? ` in ${finding.entries} entries` : ""}, and the two did not talk about it here. Did they agree on it?`;
    case "back and forth":
      return `${listed(finding.members.map(person))} removed and restored the same text in turns on “${page(finding.page)}”, ${number(finding.words)} words in all. Have they settled it?`;
    case "only own pages":
      return `${person(finding.member)} has ${counted(finding.entries, "entry", "entries")}, all of them on text that is mainly their own. Did they read what others wrote?`;
    case "only restyling":
      return `${person(finding.member)} changed how text looks in ${counted(finding.entries, "entry", "entries")}, and no words. What was their part?`;
    case "unassigned words":
      return `${counted(finding.words, "word")} that guests wrote stand here and count for nobody. Whose are they?`;
    case "promised pages":
      return `${listed(finding.titles.slice(0, mostNamed).map((title) => `“${title}”`))}${finding.titles.length > mostNamed ? ` and ${finding.titles.length - mostNamed} more` : ""} ${finding.titles.length === 1 ? "is" : "are"} linked to and not written. Are they still to come?`;
    case "loose pages":
      return `No page leads to ${listed(finding.pages.slice(0, mostNamed).map((id) => `“${page(id)}”`))}${finding.pages.length > mostNamed ? ` and ${finding.pages.length - mostNamed} more` : ""}. Should readers find ${finding.pages.length === 1 ? "it" : "them"}?`;
    case "pictures without origin":
      return `Of ${counted(finding.number, "picture")} nobody has said where ${finding.number === 1 ? "it comes" : "they come"} from. Who knows?`;
    case "expected of the wiki":
      return `${finding.unmet} of ${counted(finding.of, "thing")} expected of the wiki ${finding.unmet === 1 ? "is" : "are"} not there. What is missing?`;
    case "expected of a student":
      return `${person(finding.member)} has met ${finding.of - finding.unmet} of ${counted(finding.of, "expectation")}. What kept them from the rest?`;
    default:
      return finding satisfies never;
  }
}
