/**
 * What the worst pages that the gate accepts cost the server: checking, drawing, comparing, merging,
 * crediting. Run with `npm run bench:pages`.
 */
import { createElement } from "react";
import { renderToStaticMarkup } from "react-dom/server";
import { writtenBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import { compareDocuments } from "@/core/compared/document";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { identifyBlocks, parseDocument } from "@/core/document/parse";
import { mergeSave } from "@/core/merge/blocks";
import { DocumentView, wikiLinks } from "@/ui/document/DocumentView";
import { ComparedView } from "@/ui/ledger/ComparedView";
import { worstContents, worstDocument } from "../tests/support/worst-documents";
import { milliseconds, table } from "./table";

const links = wikiLinks("c", "w", {
  contents: Array.from({ length: 200 }, (_, at) => ({ id: `p${at}`, title: `Water quality ${at}` })),
  formerTitles: [],
});

/** The same with every second block changed, and all of them turned round. */
function changed(document: PageDocument, word: string): PageDocument {
  const content = (document.content ?? []).map((node, at): DocumentNode =>
    at % 2 === 0 && node.type === "paragraph"
      ? { ...node, content: [{ type: "text", text: `${word} ` }, ...(node.content ?? [])] }
      : node,
  );
  return { ...document, content: word === "theirs" ? content.reverse() : content };
}

const asked = process.argv.slice(2);
const rows = Object.keys(worstContents)
  .filter((name) => asked.length === 0 || asked.includes(name))
  .map((name) => {
    let id = 0;
    const document = identifyBlocks(worstDocument(name), () => `b${id++}`);
    const [ours, theirs] = [changed(document, "ours"), changed(document, "theirs")];
    const json = JSON.stringify(document);
    const cells = [
      () => parseDocument(JSON.parse(json)),
      () => renderToStaticMarkup(createElement(DocumentView, { document, links })),
      () => compareDocuments(document, theirs),
      () =>
        renderToStaticMarkup(
          createElement(ComparedView, { blocks: compareDocuments(document, theirs), links }),
        ),
      () => mergeSave(document, theirs, ours),
      () => {
        const wiki = new CreditedWiki();
        [document, theirs, document].forEach((each, entry) =>
          wiki.record({ entry, author: "p", page: "a", blocks: writtenBlocks(each) }),
        );
      },
    ].map((act) => {
      const began = performance.now();
      try {
        act();
      } catch (problem) {
        return String(problem).slice(0, 20);
      }
      return milliseconds(performance.now() - began);
    });
    return [name, Math.round(json.length / 1000), ...cells];
  });
console.log(
  table(
    [
      "worst pages: ms",
      "sent, kB",
      "check",
      "draw",
      "compare",
      "draw compared",
      "merge",
      "credit of 3 entries",
    ],
    rows,
  ),
);
