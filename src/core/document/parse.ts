/**
 * The gate for documents: whatever a browser sends becomes a checked `PageDocument`, or a list of what is
 * wrong.
 *
 * ProseMirror's own check knows which node may stand where, but not what an attribute may hold, so each
 * attribute is checked here first, and attributes that nobody named are refused.
 */
import type { z } from "zod";
import { hasUnstorable } from "../text/clean";
import { attributesOfMark, attributesOfNode } from "./attributes";
import { lean } from "./lean";
import { Counted, mostLevels } from "./limits";
import { type DocumentNode, type PageDocument, eachNode } from "./model";
import { factsOf } from "./parts";
import { pageSchema } from "./schema";

export type DocumentProblem =
  | { readonly kind: "not a document" }
  /** `what` there is too much of; absent: the page as a whole is too large. */
  | { readonly kind: "too large"; readonly limit: number; readonly what?: string }
  | { readonly kind: "too deep"; readonly limit: number }
  | { readonly kind: "unknown part"; readonly part: string }
  | { readonly kind: "bad attribute"; readonly part: string; readonly attribute: string }
  | { readonly kind: "bad characters" }
  | { readonly kind: "misplaced part"; readonly detail: string };

export type ParsedDocument =
  | { readonly kind: "document"; readonly document: PageDocument }
  | { readonly kind: "refused"; readonly problem: DocumentProblem };

/**
 * Checks `input`, a value as it came out of JSON, against the schema. Never throws. The document that comes
 * back has its attributes completed and in the schema's order, without those that say nothing.
 */
export function parseDocument(input: unknown): ParsedDocument {
  const problem = findProblem(input, 0, new Counted());
  if (problem) return { kind: "refused", problem };
  if ((input as DocumentNode).type !== "doc") return { kind: "refused", problem: { kind: "not a document" } };
  try {
    const node = pageSchema().nodeFromJSON(input);
    node.check();
    return { kind: "document", document: lean(node.toJSON() as PageDocument) };
  } catch (error) {
    const detail = error instanceof Error ? error.message : "unknown";
    return { kind: "refused", problem: { kind: "misplaced part", detail: detail.slice(0, 200) } };
  }
}

function findProblem(input: unknown, level: number, counted: Counted): DocumentProblem | null {
  if (!isRecord(input) || typeof input.type !== "string") return { kind: "not a document" };
  if (level > mostLevels) return { kind: "too deep", limit: mostLevels };
  const bad = checkAttributes(attributesOfNode, input.type, input.attrs);
  if (bad) return bad;
  if (input.type === "text") {
    if (typeof input.text !== "string") return { kind: "not a document" };
    if (hasUnstorable(input.text)) return { kind: "bad characters" };
  }
  if (input.marks !== undefined) {
    if (!Array.isArray(input.marks) || input.marks.length > 12) return { kind: "not a document" };
    for (const mark of input.marks) {
      if (!isRecord(mark) || typeof mark.type !== "string") return { kind: "not a document" };
      const badMark = checkAttributes(attributesOfMark, mark.type, mark.attrs);
      if (badMark) return badMark;
    }
  }
  const excess = counted.add(input as unknown as DocumentNode);
  if (excess) return { kind: "too large", ...excess };
  if (input.content === undefined) return null;
  if (!Array.isArray(input.content)) return { kind: "not a document" };
  for (const child of input.content) {
    const problem = findProblem(child, level + 1, counted);
    if (problem) return problem;
  }
  return null;
}

function checkAttributes(
  known: Readonly<Record<string, z.ZodType>>,
  part: string,
  attrs: unknown,
): DocumentProblem | null {
  const schema = Object.hasOwn(known, part) ? known[part] : undefined;
  if (!schema) return { kind: "unknown part", part: part.slice(0, 40) };
  const result = schema.safeParse(attrs ?? {});
  if (result.success) return null;
  return { kind: "bad attribute", part, attribute: result.error.issues[0]?.path.join(".") || "unknown" };
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === "object" && value !== null && !Array.isArray(value);
}

/**
 * `document` with an id on each block, each id once: the first block keeps it, later ones get a new one.
 * Returns `document` itself if nothing had to change.
 */
export function identifyBlocks(document: PageDocument, newId: () => string): PageDocument {
  const seen = new Set<string>();
  let missing = false;
  eachNode(document, (node) => {
    if (!factsOf(node.type).hasId) return;
    const id = node.attrs?.id;
    if (typeof id !== "string" || seen.has(id)) missing = true;
    else seen.add(id);
  });
  if (!missing) return document;
  const used = new Set<string>();
  const withId = (node: DocumentNode): DocumentNode => {
    const content = node.content?.map(withId);
    if (!factsOf(node.type).hasId) return content ? { ...node, content } : node;
    return {
      ...node,
      attrs: { ...node.attrs, id: freshId(node.attrs?.id, used, newId) },
      ...(content ? { content } : {}),
    };
  };
  return withId(document) as PageDocument;
}

function freshId(id: unknown, used: Set<string>, newId: () => string): string {
  let fresh = typeof id === "string" && id !== "" ? id : newId();
  while (used.has(fresh)) fresh = newId();
  used.add(fresh);
  return fresh;
}
