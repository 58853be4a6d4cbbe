/**
 * What a page has besides words: links, pictures, sources, equations, tables, files; each with what makes it
 * this one and no other.
 */
import { hashText } from "../text/hash";
import { fold } from "../text/words";
import { type DocumentMark, type DocumentNode, eachNode, type PageDocument } from "./model";

export const thingKinds = ["link", "picture", "source", "equation", "table", "file"] as const;
export type ThingKind = (typeof thingKinds)[number];

/** A thing's kind and a hash of what it is, as one word: equal for two that show or lead to the same. */
export type ThingKey = string;

export function kindOfThing(key: ThingKey): ThingKind {
  return key.slice(0, key.indexOf(":")) as ThingKind;
}

/** How often each thing stands in `document`. A link across differently formatted words is one. O(nodes). */
export function thingsIn(document: PageDocument): Map<ThingKey, number> {
  const counts = new Map<ThingKey, number>();
  const add = (kind: ThingKind, identity: unknown) => {
    const key = `${kind}:${hashText(String(identity)).toString(36)}`;
    counts.set(key, (counts.get(key) ?? 0) + 1);
  };
  eachNode(document, (node) => {
    const own = thingOf(node);
    if (own) add(...own);
    let before: string | null = null;
    for (const child of node.content ?? []) {
      const link = linkOf(child.marks ?? []);
      const here = link && link.join(" ");
      if (link && here !== before) add(...link);
      before = here;
    }
  });
  return counts;
}

function thingOf({ type, attrs = {} }: DocumentNode): [ThingKind, unknown] | null {
  switch (type) {
    case "figure":
      return ["picture", attrs.file];
    case "media":
      return ["file", attrs.file];
    case "linkCard":
      return ["link", attrs.href];
    case "equation":
    case "equationBlock":
      return ["equation", attrs.latex];
    case "table":
      return ["table", attrs.id];
    case "note":
      return attrs.kind === "source" ? ["source", attrs.text] : null;
    case "doc":
    case "paragraph":
    case "heading":
    case "codeBlock":
    case "blockquote":
    case "bulletList":
    case "orderedList":
    case "listItem":
    case "horizontalRule":
    case "tableRow":
    case "tableCell":
    case "tableHeader":
    case "contentsList":
    case "hardBreak":
    case "text":
      return null;
    default:
      return type satisfies never;
  }
}

/** Where a stretch of text leads. A page is known by its id, one that is only promised by its title. */
function linkOf(marks: readonly DocumentMark[]): [ThingKind, unknown] | null {
  for (const { type, attrs = {} } of marks) {
    if (type === "link") return ["link", attrs.href];
    if (type === "pageLink") return ["link", attrs.page ?? fold(String(attrs.title).trim())];
    if (type === "fileLink") return ["file", attrs.file];
  }
  return null;
}

/** How many of a thing came to a page in one entry; below 0: so many went. */
export type ThingChange = readonly [key: ThingKey, change: number];

/** What came and went between two states, by key. */
export function thingChanges(
  before: ReadonlyMap<ThingKey, number>,
  after: ReadonlyMap<ThingKey, number>,
): ThingChange[] {
  return [...new Set([...before.keys(), ...after.keys()])]
    .sort()
    .map((key): ThingChange => [key, (after.get(key) ?? 0) - (before.get(key) ?? 0)])
    .filter(([, change]) => change !== 0);
}

/**
 * How many things of each kind came and went, in the order of the kinds; kinds of which none did are left
 * out.
 */
export function byKind(
  changes: readonly ThingChange[],
): { readonly kind: ThingKind; readonly came: number; readonly went: number }[] {
  return thingKinds
    .map((kind) => {
      const own = changes.flatMap(([key, change]) => (kindOfThing(key) === kind ? [change] : []));
      const sum = (of: (change: number) => number) =>
        own.reduce((total, change) => total + Math.max(0, of(change)), 0);
      return { kind, came: sum((change) => change), went: sum((change) => -change) };
    })
    .filter(({ came, went }) => came + went > 0);
}
