/**
 * What a page may hold in all, so that drawing, comparing and crediting it stay within a second or so: each
 * part is bounded by its attributes, and their sum here.
 */
import type { DocumentNode } from "./model";
import { countedMark, type CountedAs, factsOf } from "./parts";

/** The most nodes and marks together. A page of 200,000 words in 20,000 paragraphs stays below it. */
export const mostNodes = 60_000;
/** The most levels of nesting: twelve lists inside each other. */
export const mostLevels = 26;
/** The most UTF-16 code units of text, that of captions, notes, equations and addresses included. */
export const mostText = 2_000_000;
/** The most columns of a table, cells that reach over several counted as many. */
export const mostColumns = 200;
/**
 * The most UTF-16 code units of all equations together, and of all that is no running text: notes, addresses,
 * alternative texts.
 */
export const mostLatex = 60_000;
export const mostAside = 400_000;

/** The most of what costs more than its text. */
const mostOf: Readonly<Record<CountedAs, number>> = {
  equations: 1000,
  "pictures, recordings and addresses": 1000,
  "notes and sources": 5000,
  "table cells": 12_000,
  links: 5000,
  headings: 2000,
  "lists of the headings": 3,
};

/** How a page is too large: too much of something, or too much in all. */
export interface Excess {
  readonly limit: number;
  /** Absent: the page as a whole. */
  readonly what?: string;
}

/** Counts a document's parts one by one, parents first, and says with which of them there are too many. */
export class Counted {
  private nodes = 0;
  private text = 0;
  private latex = 0;
  private aside = 0;
  private readonly parts = new Map<CountedAs, number>();

  /** Null: it is not too much yet. O(1) for each node, and O(cells) for a table. */
  add(node: DocumentNode): Excess | null {
    this.nodes += 1 + (node.marks?.length ?? 0);
    if (this.nodes > mostNodes) return { limit: mostNodes };
    const aside =
      lengthOf(node.attrs) + (node.marks ?? []).reduce((sum, { attrs }) => sum + lengthOf(attrs), 0);
    this.aside += aside;
    if (this.aside > mostAside)
      return { limit: mostAside, what: "characters in notes, addresses and alternative texts" };
    this.text += (node.text?.length ?? 0) + aside;
    if (this.text > mostText) return { limit: mostText };
    for (const what of [
      factsOf(node.type).countedAs,
      ...(node.marks ?? []).map(({ type }) => countedMark(type)),
    ]) {
      if (what === null) continue;
      const count = (this.parts.get(what) ?? 0) + 1;
      this.parts.set(what, count);
      if (count > mostOf[what]) return { limit: mostOf[what], what };
    }
    if (node.type === "table" && isTooWide(node)) return { limit: mostColumns, what: "columns in a table" };
    if (typeof node.attrs?.latex === "string") this.latex += node.attrs.latex.length;
    return this.latex > mostLatex ? { limit: mostLatex, what: "characters in equations" } : null;
  }
}

function lengthOf(attrs: unknown): number {
  if (typeof attrs !== "object" || attrs === null) return 0;
  let length = 0;
  for (const [name, value] of Object.entries(attrs))
    if (typeof value === "string" && name !== "id") length += value.length;
  return length;
}

/** Whether a row of the table, with the cells that reach into it from above, has more than `mostColumns`. */
function isTooWide(table: DocumentNode): boolean {
  /** For each of the rows to come, how many columns reach into it. */
  const reaching: number[] = [];
  return arrayOf(table.content).some((row, at) => {
    let columns = reaching[at] ?? 0;
    for (const cell of arrayOf(row?.content)) {
      const [wide, high] = [spanOf(cell?.attrs?.colspan), spanOf(cell?.attrs?.rowspan)];
      columns += wide;
      for (let below = 1; below < high; below++) reaching[at + below] = (reaching[at + below] ?? 0) + wide;
    }
    return columns > mostColumns;
  });
}

// What is counted has not been checked yet.
const arrayOf = (content: unknown): readonly (DocumentNode | null | undefined)[] =>
  Array.isArray(content) ? content : [];
const spanOf = (span: unknown): number =>
  typeof span === "number" && span >= 1 && span <= mostColumns ? span : 1;
