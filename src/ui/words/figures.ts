/** The figures' names and definitions, as they stand in headings, in tooltips, in files, and on the page that explains them. */
import { type FigureName as StudentFigure, figureNames, isPart } from "@/core/credit/figure-table";
import { number, percent, percents } from "./counts";

export interface FigureWords {
  readonly label: string;
  readonly about: string;
  /** What people are put into the order of, where the label alone does not say it. */
  readonly order?: string;
}

/** The figures of a student. */
export const figureWords: Readonly<Record<StudentFigure, FigureWords>> = {
  share: { label: "Share", about: "The student’s part of all members’ standing words. Starter text stands apart." },
  standing: { label: "Standing", about: "Words of the student that are still in the text, wherever they stand now.", order: "standing words" },
  added: { label: "Added", about: "Words that were new when they were saved. Moved, restored and carried over words are not.", order: "added words" },
  addedLate: { label: "Added late", about: "Added words that were saved when it was due already; more time that was given counts.", order: "words added late" },
  lasting: {
    label: "Lasting", order: "the part that lasted",
    about: "Standing words, as a part of those that were added; told for all the time up to an end, not for a part of it. Over 100 % where their words were copied and stand more than once.",
  },
  entries: { label: "Entries", about: "Saved edits that changed something." },
  activeDays: { label: "Active days", about: "Days with an entry or a comment, by the course’s clocks." },
  sittings: { label: "Sittings", about: "Runs of entries and comments with less than half an hour from one to the next." },
  removedOthers: { label: "Others’ removed", about: "Teammates’ words that left the text by this student and were not brought to another page." },
  editedByOthers: { label: "Edited by others", about: "Words of the student that teammates removed or corrected." },
  entriesOnOthersPages: { label: "On others’ pages", about: "Entries on pages that a teammate started.", order: "entries on others’ pages" },
  corrections: { label: "Corrected", about: "Words of anybody’s whose spelling was put right. They stay with whoever wrote them.", order: "corrected words" },
  moved: { label: "Moved", about: "Words that were put elsewhere on the same page.", order: "moved words" },
  restored: { label: "Restored", about: "Words that had been removed and were brought back, whoever wrote them.", order: "restored words" },
  carried: { label: "Carried over", about: "Words that stood elsewhere in the wiki already and were brought here." },
  removedOwn: { label: "Own removed", about: "Own words that left the text and were not brought to another page." },
  tookBackOwn: { label: "Own taken back", about: "Own words that the student removed and brought back." },
  tookBackOthers: { label: "Others’ taken back", about: "Teammates’ words that the student removed and brought back." },
  triedAndDropped: { label: "Tried and dropped", about: "Own words that were added, and removed again by the same student." },
  discussed: { label: "Discussion on pages", about: "Words on pages that an instructor marked as discussion: they are in no figure of text." },
  largestArrival: { label: "Largest arrival", about: "The most words added in one entry." },
  largestArrivalPart: { label: "Part of the largest arrival", about: "The most words added in one entry, as a part of all that the student added." },
  lastDayPart: { label: "In the last day", about: "The part of the added words that was saved in the 24 hours before the due time." },
  inTime: { label: "In time", about: "The part of the added words that was saved before it was due; more time that was given counts." },
  pagesTouched: { label: "Pages touched", about: "Pages on which the student saved something." },
  pagesStarted: { label: "Pages started", about: "Pages whose first entry is the student’s." },
  links: { label: "Links", about: "Links that stand and came with the student’s entries, to pages and to other places, wherever they stand now." },
  pictures: { label: "Pictures", about: "Pictures that stand and came with the student’s entries, wherever they stand now." },
  sources: { label: "Sources", about: "Sources that stand and came with the student’s entries, wherever they stand now." },
  comments: { label: "Comments", about: "Comments on pages and answers to comments." },
  replies: { label: "Answers", about: "Of the comments, those that answer others." },
  commentsOnOthersPages: { label: "Comments on others’ pages", about: "Comments and answers on pages that a teammate started." },
  talkedWith: { label: "Talked with", about: "Teammates whom the student answered, or who answered them." },
};

/** What is told of a group, and in the account of a page. */
export const accountWords = {
  balance: { label: "Balance", about: "How evenly the members share their standing words: 100 % is all alike, 0 % one has all." },
  wordsIn: { label: "In", about: "Words that came to the page: added, carried over or restored. Moved and corrected words are neither in nor out." },
  wordsOut: { label: "Out", about: "Words that left the page." },
  wordsAfter: { label: "Words", about: "Words on the page after the entry: those before, and in, less out." },
  removedStarter: { label: "Starter words removed", about: "Words of the starter text that left the page. They were nobody’s." },
  restyled: { label: "Blocks restyled", about: "Paragraphs, headings and cells whose words stayed and whose look changed." },
} as const satisfies Readonly<Record<string, FigureWords>>;

export const allFigureWords = { ...figureWords, ...accountWords };
export type FigureName = keyof typeof allFigureWords;

/** How a figure reads: a part in per cent, and anything else as a number. `sharePercent`: the share as it was rounded for the group. */
export function figureText(name: StudentFigure, value: number | null, sharePercent: number | null): string {
  if (name === "share") return percents(sharePercent);
  return isPart(name) ? percent(value) : number(value ?? 0);
}

/** All figures with what they read, in their order. */
export function toldFigures(figures: Readonly<Record<StudentFigure, number | null>>, sharePercent: number | null): { readonly name: StudentFigure; readonly label: string; readonly text: string }[] {
  return figureNames.map((name) => ({ name, label: figureWords[name].label, text: figureText(name, figures[name], sharePercent) }));
}
