/** The files that a document shows or links to. */
import { eachNode, type DocumentNode } from "./model";
import { factsOf } from "./parts";

/** The widths in which pictures are kept besides their own, in pixels. */
export const pictureWidths = [480, 960, 1600] as const;

/** The ids of all files that `document` names, each once, in reading order. */
export function filesIn(document: DocumentNode): string[] {
  const found = new Set<string>();
  eachNode(document, (node) => {
    for (const name of factsOf(node.type).files) add(node.attrs?.[name]);
    for (const mark of node.marks ?? []) if (mark.type === "fileLink") add(mark.attrs?.file);
  });
  return [...found];

  function add(id: unknown): void {
    if (typeof id === "string" && id !== "") found.add(id);
  }
}
