/** Pages whose every word knows who wrote it: what histories with known truth are made of. */

/** One word as it stands. Copies and words brought back are the same `act` of writing. */
export interface Token {
  readonly word: string;
  readonly act: Act;
}

/** One act of writing one word: the same object wherever that word stands. */
export interface Act {
  readonly rev: number;
  readonly author: string | null;
}

export type Sentence = readonly Token[];
export type Paragraph = readonly Sentence[];
export type Page = readonly Paragraph[];

export function tokensOf(page: Page): Token[] {
  return page.flat(2);
}

/** How a page's text is laid out: as sentences with capitals and full stops, or as rows of cells. */
export function textOf(page: Page): string {
  return page.map((paragraph) => paragraph.map(sentenceText).join(" ")).join("\n\n");
}

function sentenceText(sentence: Sentence): string {
  const [first, ...rest] = sentence.map((token) => token.word);
  return first === undefined ? "" : `${[first[0]!.toUpperCase() + first.slice(1), ...rest].join(" ")}.`;
}

export function write(words: readonly string[], rev: number, author: string | null): Sentence {
  return words.map((word) => ({ word, act: { rev, author } }));
}

/** A page without empty sentences and paragraphs. */
export function tidy(page: Page): Page {
  return page
    .map((paragraph) => paragraph.filter((sentence) => sentence.length > 0))
    .filter((paragraph) => paragraph.length > 0);
}
