/** The index of what stands beside pages: comments, and files with the text in them. */
import "server-only";
import { and, eq, gt } from "drizzle-orm";
import { formsOf } from "@/core/search/form";
import { vectorOf, type Weighed } from "@/core/search/vector";
import { plainRemark } from "@/core/text/remark";
import { wordPlaces } from "@/core/text/words";
import type { Queryable } from "../db/client";
import { file } from "../db/tables/files";
import { searchText } from "../db/tables/search";
import { languageOf } from "./index-pages";
import { putRow } from "./rows";
import { stemsOf } from "./stems";

async function put(
  tx: Queryable,
  row: Pick<typeof searchText.$inferInsert, "courseId" | "kind" | "id" | "part" | "wikiId" | "pageId">,
  lines: readonly string[],
  weights: readonly Weighed["weight"][],
): Promise<void> {
  const weighed = lines.map((text, index): Weighed => ({
    forms: formsOf(text),
    weight: weights[index] ?? "D",
  }));
  const stemOf = await stemsOf(
    tx,
    await languageOf(tx, row.courseId),
    weighed.flatMap(({ forms }) => forms),
  );
  await putRow(tx, { ...row, lines: [...lines], vector: vectorOf(weighed, stemOf) });
}

/** Indexes what a comment says now. To be called whenever that changes. */
export async function indexComment(
  tx: Queryable,
  {
    courseId,
    id,
    wikiId,
    pageId,
    body,
  }: Readonly<Record<"courseId" | "id" | "wikiId" | "pageId" | "body", string>>,
): Promise<void> {
  await put(tx, { courseId, kind: "comment", id, part: 0, wikiId, pageId }, [plainRemark(body)], ["D"]);
}

/** Indexes what a file is called and where it is from. To be called whenever that changes. */
export async function indexFileNames(tx: Queryable, courseId: string, fileId: string): Promise<void> {
  const [found] = await tx
    .select({ wikiId: file.wikiId, name: file.name, source: file.source, licence: file.licence })
    .from(file)
    .where(and(eq(file.courseId, courseId), eq(file.id, fileId)));
  if (!found) return;
  const { wikiId, name, source, licence } = found;
  // "flood-map_2.pdf" is found by "flood" and by "map" as well.
  const apart = name.replace(/[-_.]+/g, " ");
  await put(
    tx,
    { courseId, kind: "file", id: fileId, part: 0, wikiId, pageId: null },
    [name, ...(apart === name ? [] : [apart]), ...[source, licence].filter((text) => text !== "")],
    ["A", ...(apart === name ? [] : ["A" as const]), "C", "C"],
  );
}

const wordsOfPart = 400;

/** Indexes the text in a file, in the place of what was indexed of it. O(text). */
export async function indexFileText(
  tx: Queryable,
  { courseId, fileId, wikiId }: { courseId: string; fileId: string; wikiId: string | null },
  text: string,
): Promise<void> {
  await tx
    .delete(searchText)
    .where(
      and(
        eq(searchText.courseId, courseId),
        eq(searchText.kind, "file"),
        eq(searchText.id, fileId),
        gt(searchText.part, 0),
      ),
    );
  const { from } = wordPlaces(text);
  for (let first = 0, part = 1; first < from.length; first += wordsOfPart, part++) {
    const piece = text.slice(from[first], from[first + wordsOfPart]);
    await put(tx, { courseId, kind: "file", id: fileId, part, wikiId, pageId: null }, piece.split(/\n+/), []);
  }
}
