/**
 * A change as it is told where there is no room for the whole page: what came, went and moved, with some
 * words around it.
 */
import type { ComparedBlock, Segment } from "./document";

export interface ExcerptPiece {
  /** "cut": words that nobody changed were left out here. */
  readonly change: Segment["change"] | "cut";
  readonly text: string;
}

export interface ExcerptBlock {
  readonly state: Exclude<ComparedBlock["state"], "same">;
  /** "paragraph", "heading", "figure" and so on. */
  readonly kind: ComparedBlock["look"]["kind"];
  readonly pieces: readonly ExcerptPiece[];
}

/** So many letters of unchanged text stand at most on each side of a change. */
const around = 90;

/** The blocks that changed, in order. Nothing that came, went or moved is left out. O(text). */
export function excerptOf(blocks: readonly ComparedBlock[]): ExcerptBlock[] {
  return blocks.flatMap(({ state, look, segments }): ExcerptBlock[] =>
    state === "same" ? [] : [{ state, kind: look.kind, pieces: shortened(merged(segments)) }],
  );
}

/** Segments that differ by formatting alone are one piece. */
function merged(segments: readonly Segment[]): ExcerptPiece[] {
  const pieces: ExcerptPiece[] = [];
  for (const { change, text, object } of segments) {
    const last = pieces.at(-1);
    const told = object
      ? ` [${object.type === "equation" ? String(object.attrs?.latex ?? "") : "note"}] `
      : text;
    if (last?.change === change) pieces[pieces.length - 1] = { change, text: last.text + told };
    else if (told !== "") pieces.push({ change, text: told });
  }
  return pieces;
}

function shortened(pieces: readonly ExcerptPiece[]): ExcerptPiece[] {
  return pieces.flatMap((piece, at): ExcerptPiece[] => {
    if (piece.change !== "kept") return [piece];
    const isFirst = at === 0,
      isLast = at === pieces.length - 1;
    // A block that changed in its kind alone is told by its beginning.
    if (isFirst && isLast)
      return piece.text.length <= 2 * around
        ? [piece]
        : [
            { change: "kept", text: beginning(piece.text) },
            { change: "cut", text: "" },
          ];
    if (piece.text.length <= (isFirst || isLast ? 1 : 2) * around) return [piece];
    const head: ExcerptPiece[] = isFirst ? [] : [{ change: "kept", text: beginning(piece.text) }];
    const tail: ExcerptPiece[] = isLast ? [] : [{ change: "kept", text: ending(piece.text) }];
    return [...head, { change: "cut", text: "" }, ...tail];
  });
}

/** Cut between words where there is a space to cut at. */
function beginning(text: string): string {
  const space = text.lastIndexOf(" ", around);
  return text.slice(0, space > around / 2 ? space : wholeAt(text, around));
}

function ending(text: string): string {
  const space = text.indexOf(" ", text.length - around);
  return text.slice(
    space >= 0 && space < text.length - around / 2 ? space + 1 : wholeAt(text, text.length - around),
  );
}

/** Not between the halves of a letter. */
function wholeAt(text: string, at: number): number {
  return /[\uDC00-\uDFFF]/.test(text[at] ?? "") ? at - 1 : at;
}
