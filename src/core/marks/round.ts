/** What teammates say of each other: questions with levels, answered about each of the group and oneself. */
import * as z from "zod";
import { typedText } from "../text/typed";
import { over, plus, type Ratio, ratio, sum } from "./ratio";

export const mostQuestions = 4;
export const leastAnswersForMean = 3;

export const question = z.object({
  id: z.string().regex(/^[0-9A-Za-z_-]{1,40}$/),
  text: typedText(
    300,
    { missing: "A question is empty", tooLong: "A question is longer than 300 characters" },
    1,
  ),
  /** From the least to the most. */
  levels: z
    .array(
      typedText(
        100,
        { missing: "A level of a question is empty", tooLong: "A level is longer than 100 characters" },
        1,
      ),
    )
    .min(2, "A question has at least two levels")
    .max(7, "A question has at most seven levels"),
});
export const questions = z
  .array(question)
  .min(1, "A round has at least one question")
  .max(mostQuestions, `A round has at most ${mostQuestions} questions`)
  .refine((all) => new Set(all.map(({ id }) => id)).size === all.length, "Two questions have the same id");
export interface Question {
  readonly id: string;
  readonly text: string;
  readonly levels: readonly string[];
}

export interface Answer {
  readonly by: string;
  readonly about: string;
  /** Levels by question, from 0. */
  readonly levels: Readonly<Record<string, number>>;
}

/**
 * Of what was answered about somebody: the mean of all answers, each as a part of its question's levels, 0 to
 * 1.
 */
export interface Mean {
  readonly answers: number;
  readonly mean: Ratio;
}

/**
 * What teammates said of somebody, without what they said of themselves; null: nobody did. O(answers ×
 * questions)
 */
export function meanOf(all: readonly Answer[], asked: readonly Question[], about: string): Mean | null {
  const own = all.filter((each) => each.about === about && each.by !== about);
  const parts = own.map((answer) => partOf(answer, asked)).filter((part) => part !== null);
  return parts.length === 0
    ? null
    : { answers: parts.length, mean: over(sum(parts), ratio(BigInt(parts.length))) };
}

/** One answer as a part of the most that it could say; null: none of the questions was answered. */
export function partOf({ levels }: Answer, asked: readonly Question[]): Ratio | null {
  const given = asked.flatMap(({ id, levels: all }) =>
    levels[id] === undefined ? [] : [ratio(BigInt(levels[id]), BigInt(all.length - 1))],
  );
  return given.length === 0 ? null : over(sum(given), ratio(BigInt(given.length)));
}

/**
 * How much of a group each did in the eyes of the others: parts that add up to 1. Null: not everybody was
 * answered about.
 */
export function seenShares(
  all: readonly Answer[],
  asked: readonly Question[],
  members: readonly string[],
): ReadonlyMap<string, Ratio> | null {
  const means = members.map((id) => meanOf(all, asked, id)?.mean ?? null);
  if (means.some((mean) => mean === null)) return null;
  const whole = means.reduce<Ratio>((total, mean) => plus(total, mean!), ratio(0n));
  return whole.n === 0n ? null : new Map(members.map((id, at) => [id, over(means[at]!, whole)]));
}
