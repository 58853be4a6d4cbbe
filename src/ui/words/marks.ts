/** Assessing in words: states, what a sheet says, and why something was not stored. */
import type { Criterion, CriteriaSheet, Judging, StudentMarks } from "@/core/marks/criteria";
import type { SubjectState } from "@/core/marks/state";
import type { Expectation } from "@/core/assignment/expected";
import { figureWords } from "./figures";
import { expectationWords } from "./expected";

export const stateWords: Readonly<Record<SubjectState, string>> = {
  "not begun": "not begun",
  begun: "begun",
  complete: "judged",
  marked: "marked",
  ready: "ready",
  released: "released",
  "changed since": "changed since release",
};

/** What each state means, where somebody asks. */
export const stateAbout: Readonly<Record<SubjectState, string>> = {
  "not begun": "Nothing was judged, pinned or noted yet.",
  begun: "Some criteria are judged.",
  complete: "Every criterion is judged; the mark is not given yet.",
  marked: "A mark is given, but criteria are open or what it rests on has changed.",
  ready: "A mark is given, and rests on what holds today.",
  released: "The student has been shown this mark.",
  "changed since": "The student has been shown another mark, or one that rests on something else.",
};

export const ofWords: Readonly<Record<Criterion["of"], string>> = {
  group: "the group’s work",
  student: "each student’s share",
};

/** What a rule can take, as it is called beside it. */
export function ruleFigureWords(figure: string): string {
  if (figure === "teammates") return "What teammates say";
  if (figure === "standing") return "Standing words (share)";
  return (
    (figureWords as Readonly<Record<string, { readonly label: string } | undefined>>)[figure]?.label ?? figure
  );
}

export const howWords: Readonly<
  Record<StudentMarks["how"], { readonly label: string; readonly about: string }>
> = {
  "as the group": { label: "The group’s mark", about: "Each student gets the mark of their group." },
  "by share": {
    label: "The group’s mark, by share",
    about:
      "The group’s mark times a factor: more than 1 for those who did more than an equal part, less for those who did less.",
  },
  "own criteria": {
    label: "A group part and an own part",
    about: "The group’s mark and the student’s own criteria, each with a weight.",
  },
  directly: { label: "Set directly", about: "Nothing is proposed: whoever assesses sets each mark." },
};

/** How students' marks come about, in a sentence that students read too. */
export function ruleSentence({ students, outOf }: CriteriaSheet): string {
  switch (students.how) {
    case "as the group":
      return "Each student gets the mark of their group.";
    case "directly":
      return "Each student’s mark is set by those who assess.";
    case "own criteria":
      return `Each student’s mark is made of the group’s mark (weight ${students.groupWeight}) and their own criteria (weight ${students.ownWeight}).`;
    case "by share": {
      const figures = students.figures.map(
        ({ figure, weight }) =>
          `${ruleFigureWords(figure).toLowerCase()}${students.figures.length > 1 ? ` (weight ${weight})` : ""}`,
      );
      const what =
        figures.length === 0
          ? "no figure is chosen, so everybody has the factor 1"
          : `measured by ${figures.join(", ")}`;
      return `Each student’s mark is the group’s mark times 1 + ${students.k} × (members × own share − 1), ${what}. The factor is at least ${students.lowest} and at most ${students.highest}, the mark at most ${outOf}. It is a proposal: those who assess decide.`;
    }
    default:
      return students satisfies never;
  }
}

export function judgingWords(judging: Judging, now: Date): string {
  if (judging.by === "points") return `0 to ${judging.most} points`;
  if (judging.by === "levels")
    return `${judging.levels.length} levels, up to ${most(judging.levels.map(({ points }) => points))} points`;
  const expectation = expectationOf(judging.expectation);
  return expectation ? `met or not: ${expectationWords(expectation, now)}` : "met or not";
}

const most = (points: readonly string[]) =>
  points.toSorted((one, other) => Number(other) - Number(one))[0] ?? "0";

/** An expectation from its stored form; null: it is none that is known. */
export function expectationOf(text: string): Expectation | null {
  try {
    return JSON.parse(text) as Expectation;
  } catch {
    return null;
  }
}

export const changeWords = {
  added: "new: what is judged already is open again until it is judged too",
  removed: "is no longer part of the sheet: what was judged under it is kept, and does not count",
  "points changed":
    "has other points: what was judged keeps the points it had, and is shown as given under the earlier sheet",
  "weight changed": "has another weight: what was judged counts with the new one",
  "for others": "is judged of others now: what was judged under it is kept, and does not count",
} as const;

export const markKindWords = {
  accepted: "accepted",
  overridden: "set instead",
  set: "set",
  "taken back": "taken back",
  "left out": "left out of the reckoning",
  "counted again": "counted again",
  "held back": "held back",
  "let go": "held back no more",
} as const;
