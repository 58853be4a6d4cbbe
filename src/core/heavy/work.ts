/**
 * What the core does that can take long for a long page: each by its name, from plain values to plain values,
 * so that it can be done beside the thread that answers.
 */
import { type Alike, wordsAlike } from "../credit/alike";
import { authoredBlocks } from "../credit/authored";
import { doersBetween } from "../credit/doers";
import { type Moves, movedBetween } from "../credit/moved-between";
import { type AtRest, EntryAtRest, type StepAtRest } from "../credit/entry-at-rest";
import { readStoredOrigins } from "../credit/origins";
import { plainBlocks, writtenBlocks } from "../credit/text";
import { type ComparedBlock, compareDocuments } from "../compared/document";
import { type ExcerptBlock, excerptOf } from "../compared/excerpt";
import { findQuote } from "../document/passages";
import type { DocumentNode, PageDocument } from "../document/model";
import { mergeSave } from "../merge/blocks";

/** Who did what between two states: the stored origins of the first, and of each entry after it. */
export interface Between {
  readonly before: Uint8Array | null;
  readonly steps: readonly { readonly entry: number; readonly origins: Uint8Array }[];
}

export const heavyWork = {
  compare: (
    before: PageDocument,
    after: PageDocument,
    between: Between | null,
    moves: Moves | null = null,
  ): ComparedBlock[] =>
    compareDocuments(
      before,
      after,
      between ? doersBetween(between.before, between.steps) : undefined,
      moves ? movedBetween(moves) : undefined,
    ),
  excerpt: (before: PageDocument, after: PageDocument): readonly ExcerptBlock[] =>
    excerptOf(compareDocuments(before, after)),
  authored: (document: PageDocument, origins: Uint8Array): ComparedBlock[] =>
    authoredBlocks(document, readStoredOrigins(origins)),
  alike: (passage: string, source: PageDocument): Alike =>
    wordsAlike(plainBlocks(passage), writtenBlocks(source)),
  merge: mergeSave,
  quote: findQuote,
  stateKey: (before: Uint8Array | null, document: PageDocument): string =>
    new EntryAtRest(before, document).key,
  credit: (before: Uint8Array | null, document: PageDocument, given: AtRest): StepAtRest =>
    new EntryAtRest(before, document).credit(given),
} as const;

export type HeavyWork = typeof heavyWork;

/** How much there is to do, in UTF-16 code units of text: a node counts as forty. */
export function weightOf(given: unknown): number {
  if (typeof given === "string") return given.length;
  if (typeof given !== "object" || given === null) return 0;
  if (given instanceof Uint8Array) return given.length;
  if (Array.isArray(given)) return given.reduce<number>((sum, each) => sum + weightOf(each), 0);
  if ("type" in given) {
    const { text, content } = given as DocumentNode;
    return 40 + (text?.length ?? 0) + weightOf(content ?? []);
  }
  return Object.values(given).reduce<number>((sum, each) => sum + weightOf(each), 0);
}
