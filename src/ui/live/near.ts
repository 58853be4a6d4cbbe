/** Near which heading somebody is, read off the screen. */

export interface NamedHeading {
  readonly id: string | null;
  readonly text: string;
}

/** A heading that has slid above this part of the window is the one whose text is read. */
const readingLine = 0.4;

/** The last heading above the middle of what is seen of a page that is read. */
export function nearWhereRead(headings: readonly NamedHeading[]): string | null {
  const above = [...document.querySelectorAll(".sheet .prose :is(h2, h3, h4)")].filter(
    (each) => each.getBoundingClientRect().top < window.innerHeight * readingLine,
  );
  return idOf(above.at(-1), headings);
}

/**
 * The last heading before the cursor of a page that is written. Headings that nobody has saved yet are not
 * told.
 */
export function nearWhereWritten(headings: readonly NamedHeading[]): string | null {
  const [cursor, text] = [document.getSelection()?.anchorNode, document.querySelector(".ProseMirror")];
  if (!cursor || !text?.contains(cursor)) return null;
  const before = [...text.querySelectorAll("h2, h3, h4")].filter(
    (each) =>
      each.contains(cursor) ||
      (each.compareDocumentPosition(cursor) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
  );
  return idOf(before.at(-1), headings);
}

function idOf(found: Element | undefined, headings: readonly NamedHeading[]): string | null {
  return found ? (headings.find(({ text }) => text === found.textContent?.trim())?.id ?? null) : null;
}
