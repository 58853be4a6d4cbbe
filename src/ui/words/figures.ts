/**
 * The figures' names and definitions, as they stand in headings, in tooltips, in files, and on the page that
 * explains them.
 */
import { type FigureName as StudentFigure, figureNames, isPart } from "@/core/credit/figure-table";
import figures from "@/messages/en/figures.json";
import { number, percent, percents } from "./counts";

export interface FigureWords {
  readonly label: string;
  readonly about: string;
  /** What people are put into the order of, where the label alone does not say it. */
  readonly order?: string;
}

/** The figures of a student. */
export const figureWords: Readonly<Record<StudentFigure, FigureWords>> = figures.student;

/** What is told of a group, and in the account of a page. */
export const accountWords: Readonly<Record<keyof typeof figures.account, FigureWords>> = figures.account;

export const allFigureWords = { ...figureWords, ...accountWords };
export type FigureName = keyof typeof allFigureWords;

/** Figures of which text that was brought from outside makes more than was written here. */
const ofWriting: readonly StudentFigure[] = [
  "added",
  "addedLate",
  "standing",
  "share",
  "lasting",
  "largestArrival",
  "largestArrivalPart",
  "inTime",
  "lastDayPart",
];

/** What the record cannot know of a figure, where it matters for it. */
export function unknownOf(figure: StudentFigure): string | null {
  return ofWriting.includes(figure)
    ? "The record cannot know where pasted text came from, nor who told the student what to write."
    : null;
}

/**
 * How a figure reads: a part in per cent, and anything else as a number. `sharePercent`: the share as it was
 * rounded for the group.
 */
export function figureText(name: StudentFigure, value: number | null, sharePercent: number | null): string {
  if (name === "share") return percents(sharePercent);
  return isPart(name) ? percent(value) : number(value ?? 0);
}

/** All figures with what they read, in their order. */
export function toldFigures(
  figures: Readonly<Record<StudentFigure, number | null>>,
  sharePercent: number | null,
): { readonly name: StudentFigure; readonly label: string; readonly text: string }[] {
  return figureNames.map((name) => ({
    name,
    label: figureWords[name].label,
    text: figureText(name, figures[name], sharePercent),
  }));
}
