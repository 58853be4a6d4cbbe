/**
 * A page's document as the reader sees it. Made from a checked document, node by node: no HTML goes through
 * as text.
 */
import type { ReactNode } from "react";
import { type DocumentNode, headingsOf, type PageDocument } from "@/core/document/model";
import { copiedAs } from "@/core/document/copied";
import type { Counting } from "@/core/document/item-signs";
import { noteLabel, notesOf } from "@/core/document/notes";
import { markPassages } from "@/core/document/passages";
import { EquationBudget } from "./equation";
import { EquationView } from "./EquationView";
import { FigureView, LinkCardView, MediaView } from "./FileViews";
import { marked } from "./Marked";
import { NotesView } from "./NotesView";
import { Prose } from "./Prose";
import { headingAnchor, type LinkTargets, type Reading, type ShownPassage } from "./reading";
import { cellAttributes } from "./cells";
import { shortened } from "../words/shortened";

export { type LinkTargets, noLinks, type ShownPassage, wikiLinks } from "./reading";

/**
 * The most characters of a note, and of a heading in a list of them, that are shown beside where they stand
 * in full.
 */
const longestTitle = 120;

interface Props {
  readonly document: PageDocument;
  readonly links: LinkTargets;
  /** What open comments are about. */
  readonly passages?: readonly ShownPassage[];
}

export function DocumentView({ document: read, links, passages = [] }: Props) {
  const document = markPassages(read, passages);
  const isEmpty = (document.content ?? []).every(
    (node) => node.type === "paragraph" && !node.content?.length,
  );
  if (isEmpty)
    return (
      <div className="prose">
        <p className="empty">Nothing is written here yet.</p>
      </div>
    );
  const reading: Reading = {
    ...links,
    equations: new EquationBudget(),
    notes: notesOf(document),
    headings: headingsOf(document),
    passages: new Map(passages.map((each) => [each.id, each])),
  };
  return (
    <Prose>
      {children(document, reading)}
      <NotesView notes={reading.notes} />
    </Prose>
  );
}

function children(node: DocumentNode, reading: Reading): ReactNode {
  return node.content?.map((child, index) => <Node key={index} node={child} reading={reading} />);
}

/** How a paragraph or a heading is set: for the eye, and for a copy. */
function setting(node: DocumentNode): {
  "data-copied"?: string;
  style?: { textAlign: "center" | "right" | "justify" };
  "data-indent"?: number;
} {
  const { attrs } = node;
  return {
    ...(typeof attrs?.textAlign === "string" || attrs?.indent ? copiedAs(node) : {}),
    ...(typeof attrs?.textAlign === "string" ? { style: { textAlign: attrs.textAlign as "center" } } : {}),
    ...(attrs?.indent ? { "data-indent": Number(attrs.indent) } : {}),
  };
}

function Node({ node, reading }: { node: DocumentNode; reading: Reading }): ReactNode {
  const inside = children(node, reading);
  switch (node.type) {
    case "paragraph":
      return <p {...setting(node)}>{inside}</p>;
    case "heading": {
      const Heading = `h${Number(node.attrs?.level ?? 2)}` as "h2" | "h3" | "h4";
      return (
        <Heading
          {...setting(node)}
          {...(typeof node.attrs?.id === "string" ? { id: headingAnchor(node.attrs.id) } : {})}
        >
          {inside}
        </Heading>
      );
    }
    case "bulletList":
      return <ul>{inside}</ul>;
    case "orderedList":
      return (
        <ol
          start={Number(node.attrs?.start ?? 1)}
          {...(node.attrs?.type ? { type: node.attrs.type as Counting } : {})}
        >
          {inside}
        </ol>
      );
    case "listItem":
      return <li>{inside}</li>;
    case "blockquote":
      return <blockquote>{inside}</blockquote>;
    case "codeBlock":
      return (
        <pre>
          <code>{inside}</code>
        </pre>
      );
    case "horizontalRule":
      return <hr />;
    case "hardBreak":
      return <br />;
    case "table":
      return (
        <div className="table-frame" role="region" aria-label="Table" tabIndex={0}>
          <table>
            <tbody>{inside}</tbody>
          </table>
        </div>
      );
    case "tableRow":
      return <tr>{inside}</tr>;
    case "tableCell":
      return <td {...cellAttributes(node)}>{inside}</td>;
    case "tableHeader":
      return <th {...cellAttributes(node)}>{inside}</th>;
    case "figure":
      return (
        <FigureView node={node} reading={reading}>
          {node.content?.length ? inside : null}
        </FigureView>
      );
    case "media":
      return (
        <MediaView node={node} reading={reading}>
          {node.content?.length ? inside : null}
        </MediaView>
      );
    case "linkCard":
      return <LinkCardView node={node}>{node.content?.length ? inside : null}</LinkCardView>;
    case "equation":
      return <EquationView latex={String(node.attrs?.latex ?? "")} budget={reading.equations} />;
    case "equationBlock":
      return <EquationView latex={String(node.attrs?.latex ?? "")} isBlock budget={reading.equations} />;
    case "note": {
      const note = reading.notes.of.get(node);
      if (!note) return null;
      const id = typeof node.attrs?.id === "string" ? node.attrs.id : "";
      return (
        <sup className="note-mark" id={`r-${id}`} {...copiedAs(node)}>
          <a href={`#n-${note.kind}-${note.number}`} title={shortened(note.text, longestTitle)}>
            {noteLabel(note)}
            <span className="visually-hidden"> {note.kind}</span>
          </a>
        </sup>
      );
    }
    case "contentsList":
      return <ContentsListView node={node} reading={reading} />;
    case "text":
      return marked(node.text ?? "", node.marks ?? [], reading);
    case "doc":
      return inside;
    default:
      node satisfies never;
      // A page that a later version saved shows what stands in the parts that this one does not know.
      return inside;
  }
}

function ContentsListView({ node, reading: { headings } }: { node: DocumentNode; reading: Reading }) {
  return (
    <nav className="page-contents" aria-label="On this page" {...copiedAs(node)}>
      {headings.length === 0 ? (
        <p className="empty">The page has no headings yet.</p>
      ) : (
        <ol>
          {headings.map(({ id, level, text }, index) => (
            <li key={index} data-level={level}>
              {id ? (
                <a href={`#${headingAnchor(id)}`}>{shortened(text, longestTitle)}</a>
              ) : (
                shortened(text, longestTitle)
              )}
            </li>
          ))}
        </ol>
      )}
    </nav>
  );
}
