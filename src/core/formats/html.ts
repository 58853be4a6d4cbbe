/** Documents in HTML, written from parts: what is put into a part is text, unless it is a part itself. */
import { escaped } from "../text/escaped";

/** HTML that is well formed and safe to put into other HTML. */
export class Html {
  constructor(readonly markup: string) {}
}

type Piece = Html | string | number | null | readonly Html[];

/** html`<p>${text}</p>`: what stands in the braces is escaped if it is text; null is nothing. */
export function html(markup: TemplateStringsArray, ...pieces: readonly Piece[]): Html {
  return new Html(markup.map((part, at) => part + written(pieces[at] ?? null)).join(""));
}

function written(piece: Piece): string {
  if (piece === null) return "";
  if (piece instanceof Html) return piece.markup;
  return typeof piece === "object" ? piece.map(({ markup }) => markup).join("\n") : escaped(String(piece));
}

/** A whole document with nothing outside itself: no script, no picture, no address that is fetched. */
export function htmlDocument({ title, style, body }: { title: string; style: string; body: Html }): string {
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${escaped(title)}</title>
<style>
${style}</style></head><body>
${body.markup}
</body></html>
`;
}
