/** How large files may be, and in how many pieces they are kept. */
import "server-only";
import type { FileKind } from "./dto";

const million = 1_000_000;

/** The most bytes of a file, by what it is. */
export const largestFile: Readonly<Record<FileKind, number>> = {
  image: 30 * million,
  video: 200 * million,
  audio: 100 * million,
  captions: 2 * million,
  document: 50 * million,
};

/** What the files of one wiki may take together. */
export const wikiQuota = 1000 * million;

/** The most pixels of a picture: beyond this, a small file can fill the memory of whoever opens it. */
export const mostPixels = 60 * million;

/** Bytes of one piece, as files are stored and sent. */
export const chunkSize = 256 * 1024;

/**
 * The most bytes of a piece in which a large file is sent: a slow line takes a quarter of a minute for one.
 */
export const pieceSize = 8 * chunkSize;

/** How many bytes tell what a file is. */
export const headSize = 64 * 1024;
