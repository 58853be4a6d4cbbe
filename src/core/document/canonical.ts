/**
 * Documents and their parts written out so that equal ones are written the same: a database hands the
 * attributes of a node back in another order than that in which they were stored.
 */
import type { DocumentNode } from "./model";

/** A value of JSON with the keys of its objects in one order. Keys without a value are left out. O(size). */
export function canonical(value: unknown): string {
  if (value === null || typeof value !== "object") return JSON.stringify(value) ?? "null";
  if (Array.isArray(value)) return value.length === 0 ? "[]" : `[${value.map(canonical).join()}]`;
  const record = value as Readonly<Record<string, unknown>>;
  const keys = Object.keys(record).filter((key) => record[key] !== undefined);
  if (keys.length > 1) keys.sort();
  return `{${keys.map((key) => `${JSON.stringify(key)}:${canonical(record[key])}`).join()}}`;
}

/** Attributes without the block's id. */
export function canonicalAttributes(attrs: DocumentNode["attrs"]): string {
  if (!attrs) return "{}";
  const { id: _, ...rest } = attrs;
  return canonical(rest);
}

/** What a node is and holds, whatever its blocks are called. */
export function canonicalContent({ type, attrs, text, marks, content }: DocumentNode): string {
  const inside = content && content.length > 0 ? content.map(canonicalContent).join() : "";
  return `${type}${canonicalAttributes(attrs)}${text === undefined ? "" : JSON.stringify(text)}${marks && marks.length > 0 ? canonical(marks) : ""}[${inside}]`;
}
