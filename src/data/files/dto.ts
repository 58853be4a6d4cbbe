/** Files as screens show them. */
import type { Refused } from "../refusal";

/** What a file turned out to be, by its content. */
export type FileKind = "image" | "video" | "audio" | "captions" | "document";

export interface FileDto {
  readonly id: string;
  readonly name: string;
  readonly kind: FileKind;
  /** The media type by which it is served. */
  readonly type: string;
  /** In bytes. */
  readonly size: number;
  /** Of a picture, in pixels; null: it is none, or nobody could tell. */
  readonly width: number | null;
  readonly height: number | null;
  /** Where it comes from, and under which terms; empty: nobody said. */
  readonly source: string;
  readonly licence: string;
}

/** A file in the list of a wiki's. */
export interface FileLineDto extends FileDto {
  readonly uploadedBy: string;
  readonly uploadedById: string;
  readonly at: Date;
  /** Pages that show it or link to it now, as far as the viewer may read them. */
  readonly usedOn: readonly { readonly id: string; readonly title: string }[];
  /** Whether earlier entries show it. */
  readonly isInHistory: boolean;
  readonly mayDescribe: boolean;
  /** What was said of it before, newest first. */
  readonly changes: readonly {
    readonly by: string;
    readonly at: Date;
    readonly before: FileOrigin;
    readonly after: FileOrigin;
  }[];
}

/** What is said of a file. */
export interface FileOrigin {
  readonly name: string;
  readonly source: string;
  readonly licence: string;
}

export interface WikiFilesDto {
  readonly wikiId: string;
  readonly courseId: string;
  readonly timeZone: string;
  readonly files: readonly FileLineDto[];
  /** In bytes: what they take together, and what they may take. */
  readonly taken: number;
  readonly quota: number;
}

export type FileProblem =
  | { readonly code: "not found" | "only looking" | "empty" | "not wanted" | "broken picture" | "cut off" }
  | { readonly code: "power not given"; readonly power: "upload" }
  | { readonly code: "may not write" }
  | { readonly code: "too large"; readonly limit: number }
  | { readonly code: "too many pixels"; readonly limit: number }
  | { readonly code: "no room left"; readonly quota: number; readonly taken: number }
  | { readonly code: "bad input"; readonly message: string };

/** What came of a piece of a file: so many bytes have arrived in all, or what came of the whole file. */
export type PieceTaken = { readonly kind: "going on"; readonly size: number } | Uploaded;

export type Uploaded = { readonly kind: "stored"; readonly file: FileDto } | Refused<FileProblem>;
