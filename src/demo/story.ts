/**
 * The language in which the demo's weeks of work are told: who did what to which page, when. A story is data;
 * `tell.ts` carries it out through the same calls as the application's own saves.
 */
import type { DocumentNode } from "@/core/document/model";
import type { DemoPicture } from "./pictures";

/** A picture that is uploaded for a deed, and stands where its nodes name the file "picture". */
export interface Picture {
  readonly name: DemoPicture;
  readonly source: string;
  readonly licence: string;
}

export type Act =
  /**
   * Puts new text at the end of a page, or behind the part named `after`. A page that is not there yet is
   * started.
   */
  | {
      readonly act: "write";
      readonly page: string;
      readonly part: string;
      readonly text: string;
      readonly after?: string;
      /** Teammates named as having written it too. */ readonly together?: readonly string[];
    }
  /** The same with what is no running text: tables, sources, pictures. */
  | {
      readonly act: "put";
      readonly page: string;
      readonly part: string;
      readonly nodes: readonly DocumentNode[];
      readonly picture?: Picture;
      readonly after?: string;
    }
  /** Replaces a phrase inside a part. */
  | {
      readonly act: "change";
      readonly page: string;
      readonly part: string;
      readonly from: string;
      readonly to: string;
    }
  | { readonly act: "remove"; readonly page: string; readonly part: string }
  /** Moves a part behind another of the same page; to the top if `after` is null. */
  | { readonly act: "move"; readonly page: string; readonly part: string; readonly after: string | null }
  /** Moves a part to the end of another page: one save on each. */
  | { readonly act: "carry"; readonly page: string; readonly part: string; readonly to: string }
  /** Restores the state after an entry of the page. */
  | { readonly act: "restore"; readonly page: string; readonly number: number }
  | { readonly act: "tag"; readonly page: string; readonly tags: readonly string[] }
  | {
      readonly act: "comment";
      readonly page: string;
      readonly name: string;
      readonly text: string;
      /** The words of the page that it is about. */ readonly about?: string;
    }
  | { readonly act: "answer"; readonly page: string; readonly to: string; readonly text: string };

export interface Deed {
  readonly who: string;
  /** Days before the day on which the demo is made. */
  readonly daysAgo: number;
  /** Wall clock in the course's time zone. */
  readonly time: string;
  readonly note: string;
  readonly act: Act;
}

/** Begins a sentence of a story: `on(12, "14:05", "Mira Okonjo").write(…)`. */
export function on(daysAgo: number, time: string, who: string) {
  const deed = (act: Act, note: string): Deed => ({ who, daysAgo, time, note, act });
  return {
    write: (page: string, part: string, text: string, note = "", after?: string) =>
      deed({ act: "write", page, part, text, ...(after ? { after } : {}) }, note),
    writeTogether: (
      page: string,
      part: string,
      text: string,
      together: readonly string[],
      note = "",
      after?: string,
    ) => deed({ act: "write", page, part, text, together, ...(after ? { after } : {}) }, note),
    tag: (page: string, tags: readonly string[]) => deed({ act: "tag", page, tags }, ""),
    put: (
      page: string,
      part: string,
      nodes: readonly DocumentNode[],
      note = "",
      more: { after?: string; picture?: Picture } = {},
    ) => deed({ act: "put", page, part, nodes, ...more }, note),
    change: (page: string, part: string, from: string, to: string, note = "") =>
      deed({ act: "change", page, part, from, to }, note),
    remove: (page: string, part: string, note = "") => deed({ act: "remove", page, part }, note),
    move: (page: string, part: string, after: string | null, note = "") =>
      deed({ act: "move", page, part, after }, note),
    carry: (page: string, part: string, to: string, note = "") =>
      deed({ act: "carry", page, part, to }, note),
    restore: (page: string, number: number) => deed({ act: "restore", page, number }, ""),
    comment: (page: string, name: string, text: string, about?: string) =>
      deed({ act: "comment", page, name, text, ...(about ? { about } : {}) }, ""),
    answer: (page: string, to: string, text: string) => deed({ act: "answer", page, to, text }, ""),
  };
}

const text = (said: string): DocumentNode => ({ type: "text", text: said });

/** A paragraph with a source at its end. */
export function cited(said: string, source: string): DocumentNode {
  return {
    type: "paragraph",
    content: [text(said), { type: "note", attrs: { kind: "source", text: source, href: null } }],
  };
}

/** A table whose first row holds headings. */
export function table(...rows: readonly (readonly string[])[]): DocumentNode {
  const cell =
    (type: "tableHeader" | "tableCell") =>
    (said: string): DocumentNode => ({
      type,
      content: [{ type: "paragraph", content: said === "" ? [] : [text(said)] }],
    });
  return {
    type: "table",
    content: rows.map((row, index) => ({
      type: "tableRow",
      content: row.map(cell(index === 0 ? "tableHeader" : "tableCell")),
    })),
  };
}

/** The picture of the deed, with its caption and what it shows. */
export function pictured(caption: string, alt: string, width: number): DocumentNode {
  return {
    type: "figure",
    attrs: { file: "picture", alt, width, place: "centre", showsOrigin: true },
    content: [text(caption)],
  };
}
