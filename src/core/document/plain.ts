import { lean } from "./lean";
import { pageSchema } from "./schema";
import type { PageDocument } from "./model";

/** A document of paragraphs: blank lines part the blocks, single line ends are line breaks within one. */
export function fromPlainText(text: string): PageDocument {
  const schema = pageSchema();
  const blocks = text
    .replace(/\r\n?/g, "\n")
    .split(/\n[ \t]*\n\s*/)
    .filter((part) => part !== "");
  const paragraphs = blocks.map((part) => {
    const pieces = part
      .split("\n")
      .flatMap((line, index) => [
        ...(index > 0 ? [schema.node("hardBreak")] : []),
        ...(line === "" ? [] : [schema.text(line)]),
      ]);
    return schema.node("paragraph", null, pieces);
  });
  return lean(
    schema
      .node("doc", null, paragraphs.length > 0 ? paragraphs : [schema.node("paragraph")])
      .toJSON() as PageDocument,
  );
}
