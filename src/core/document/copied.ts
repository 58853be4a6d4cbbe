/**
 * What a page carries with it when it is copied as it is read. A source looks like a number there, an
 * equation like letters, a picture like an address: so that they come whole where they are pasted, each says
 * in its HTML what it is, and what is drawn beside the text (numbers, signs, remarks) says that it is none of
 * it. `html-copied.ts` reads both.
 */
import type { DocumentMark, DocumentNode } from "./model";

/** The HTML attribute that says it. Its block id stays behind: where it goes it is another one. */
export function copiedAs({ type, attrs }: DocumentNode | DocumentMark): { readonly "data-copied": string } {
  const { id: _, ...rest } = attrs ?? {};
  return { "data-copied": JSON.stringify({ type, attrs: rest }) };
}

/** The attribute of what is no part of the text. */
export const aside = { "data-aside": "" } as const;
