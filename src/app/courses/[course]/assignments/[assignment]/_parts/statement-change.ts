/** What an entry changed, as it opens below the entry in a statement that was saved as a file. */
import type { ExcerptBlock } from "@/core/compared/excerpt";
import { type Html, html } from "@/core/formats/html";

/** Objects are named; what text they have (a caption) stands behind it. */
const kindWords: Readonly<Record<ExcerptBlock["kind"], string | null>> = {
  paragraph: null,
  heading: null,
  codeBlock: null,
  figure: "picture",
  media: "recording",
  linkCard: "link card",
  equationBlock: "equation",
  contentsList: "list of headings",
  horizontalRule: "line",
  note: "note",
};
const stateWords: Record<ExcerptBlock["state"], string> = {
  changed: "",
  restyled: "other formatting",
  came: "",
  went: "",
  moved: "moved here",
  "moved away": "moved from here",
};

/** null: nothing that could be shown. */
export function changeOf(blocks: readonly ExcerptBlock[] | undefined): Html | null {
  if (!blocks || blocks.length === 0) return null;
  const drawn = blocks.map(({ state, kind, pieces }) => {
    const sign = [objectOf(kind, state), stateWords[state]].filter((part) => part !== "").join(", ");
    const named = sign ? html`<small>${sign}</small> ` : null;
    return html`<p${kind === "heading" ? html` class="heading"` : null}>${named}${joined(pieces)}</p>`;
  });
  return html`<details>
    <summary>what it changed</summary>
    ${drawn}
  </details>`;
}

function objectOf(kind: ExcerptBlock["kind"], state: ExcerptBlock["state"]): string {
  const object = kindWords[kind];
  if (!object) return "";
  return state === "came" ? `${object}, new` : state === "went" ? `${object}, taken away` : object;
}

/** Without a line between them: spaces count in text that is shown as it was typed. */
const joined = (pieces: ExcerptBlock["pieces"]) =>
  pieces.reduce((before, piece) => html`${before}${pieceOf(piece)}`, html``);

function pieceOf({ change, text }: ExcerptBlock["pieces"][number]): Html {
  switch (change) {
    case "kept":
    case "restyled":
      return html`${text}`;
    case "cut":
      return html` … `;
    case "came":
      return html`<ins>${text}</ins>`;
    case "went":
      return html`<del>${text}</del>`;
    case "moved":
    case "moved away":
      return html`<u>${text}</u>`;
    default:
      return change satisfies never;
  }
}
