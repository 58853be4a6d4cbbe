/** Pictures: how large they are, and their smaller sizes. */
import "server-only";
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import { pictureWidths } from "@/core/document/files";
import type { Queryable } from "../db/client";
import { pictureSize, storedBytes } from "../db/tables/files";
import { mostPixels } from "./limits";
import { wholeBytes } from "./store";

export type Measured =
  | { readonly width: number; readonly height: number }
  | { readonly problem: "broken picture" | "too many pixels" };

/** How large a picture is when it is upright. Reads what it says of itself: nothing is unpacked. */
export async function measure(content: Uint8Array): Promise<Measured> {
  try {
    const { width, height, autoOrient } = await sharp(content, {
      limitInputPixels: false,
      failOn: "none",
    }).metadata();
    if (!width || !height) return { problem: "broken picture" };
    return width * height > mostPixels
      ? { problem: "too many pixels" }
      : { width: autoOrient?.width ?? width, height: autoOrient?.height ?? height };
  } catch {
    return { problem: "broken picture" };
  }
}

/**
 * Makes the smaller sizes of a picture that it does not have yet. Safe to do again; a picture that can't be
 * drawn has none.
 */
export async function scalePicture(db: Queryable, bytesId: string): Promise<void> {
  const [known] = await db
    .select({ width: storedBytes.width, kind: storedBytes.kind })
    .from(storedBytes)
    .where(eq(storedBytes.id, bytesId));
  if (known?.kind !== "image" || !known.width) return;
  const wanted = pictureWidths.filter((width) => width < known.width!);
  if (wanted.length === 0) return;
  const content = await wholeBytes(db, bytesId);
  for (const width of wanted) {
    const [there] = await db
      .select({ width: pictureSize.width })
      .from(pictureSize)
      .where(and(eq(pictureSize.bytesId, bytesId), eq(pictureSize.width, width)));
    if (there) continue;
    try {
      // What cameras note about a picture, the place among it, is not carried over.
      const scaled = await sharp(content, { limitInputPixels: mostPixels })
        .rotate()
        .resize({ width, withoutEnlargement: true })
        .webp({ quality: 80 })
        .toBuffer();
      await db
        .insert(pictureSize)
        .values({ bytesId, width, type: "image/webp", content: scaled })
        .onConflictDoNothing();
    } catch {
      return;
    }
  }
}
