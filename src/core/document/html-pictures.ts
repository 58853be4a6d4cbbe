/**
 * Pictures that come within pasted HTML itself, as mail programs and notebooks hand them over. A page shows
 * only files that it has, so they are set aside with their places, to be uploaded; pictures elsewhere are
 * never fetched.
 */
import type { Element } from "hast";
import type { DocumentNode } from "./model";

export interface BroughtPicture {
  /** The block of the document behind which it stood, from 0; -1: before all of them. */
  readonly after: number;
  /** Such as "image/png". What it is in truth is seen where it is stored. */
  readonly type: string;
  readonly base64: string;
  /** What it shows, for those who don't see it; empty if that was not said. */
  readonly alt: string;
}

/** As many are taken of one paste. */
export const mostBrought = 40;

/** Stands among the nodes that are made, in the place of a picture, until all are made. */
const sign = "broughtPicture";

/** What stands before the picture itself: its type, and what else is said of it. */
const head = /^data:(image\/(?:png|jpeg|gif|webp|avif))(?:;[^;,]*)*$/;
const isBase64 = /^[A-Za-z0-9+/]+$/;

/** What an image holds in itself; null: it only tells where it is. */
export function pictureWithin(image: Element): Omit<BroughtPicture, "after"> | null {
  const { src, alt } = image.properties;
  const comma = typeof src === "string" ? src.indexOf(";base64,") : -1;
  const found = comma < 0 ? null : head.exec((src as string).slice(0, comma));
  const base64 = found ? (src as string).slice(comma + ";base64,".length).replace(/[\s=]+/g, "") : "";
  // One letter over is cut off, and no picture.
  return found && isBase64.test(base64) && base64.length % 4 !== 1
    ? { type: found[1]!, base64, alt: typeof alt === "string" ? alt.trim().slice(0, 500) : "" }
    : null;
}

// No part of any page: the signs are gone before anybody else sees the content.
export const signFor = (at: number): DocumentNode =>
  ({ type: sign, attrs: { at } }) as unknown as DocumentNode;
export const isSign = ({ type }: { readonly type: string }): boolean => type === sign;

/**
 * Takes the signs out of `content`, and tells behind which block each picture stood. Blocks that held nothing
 * else go. O(nodes).
 */
export function placed(
  content: readonly DocumentNode[],
  pictures: readonly Omit<BroughtPicture, "after">[],
): { readonly content: DocumentNode[]; readonly pictures: BroughtPicture[] } {
  const kept: DocumentNode[] = [];
  const found: BroughtPicture[] = [];
  for (const block of content) {
    const ats: number[] = [];
    const without = withoutSigns(block, ats);
    if (without && (ats.length === 0 || holdsText(without))) kept.push(without);
    for (const at of ats) found.push({ after: kept.length - 1, ...pictures[at]! });
  }
  return { content: kept, pictures: found };
}

function withoutSigns(node: DocumentNode, ats: number[]): DocumentNode | null {
  if (isSign(node)) {
    ats.push(node.attrs!.at as number);
    return null;
  }
  if (!node.content) return node;
  const before = ats.length;
  const content = node.content.flatMap((child) => withoutSigns(child, ats) ?? []);
  if (ats.length === before) return node;
  const { content: _, ...rest } = node;
  return content.length > 0 ? { ...rest, content } : rest;
}

function holdsText(node: DocumentNode): boolean {
  return (node.text ?? "").trim() !== "" || (node.content ?? []).some(holdsText);
}
