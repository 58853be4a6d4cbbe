"use client";
/** Files on their way from this machine into the page. */
import type { Editor, JSONContent } from "@tiptap/core";
import { useCallback, useRef, useState } from "react";
import type { FileDto } from "@/data/files/dto";
import { storeOf } from "./place";
import { byItself, captioned, endWithParagraph } from "./put-in";
import { sendFile } from "./send-file";

export interface Uploading {
  readonly id: number;
  readonly name: string;
  /** From 0 to 1. */
  readonly part: number;
  /** Whether the connection is away: it goes on by itself when it is back. */
  readonly isWaiting: boolean;
  /** Why it was not taken; null: it is on its way. */
  readonly problem: string | null;
}

/**
 * What stands in the page for a file: a picture is shown, a recording can be played, all else is linked to by
 * its name.
 */
export function contentOfFile(file: FileDto, alt = ""): JSONContent[] {
  const label = file.name.replace(/\.[a-z0-9]{1,5}$/i, "");
  switch (file.kind) {
    case "image":
      return [
        {
          type: "figure",
          attrs: {
            file: file.id,
            alt,
            width: file.width !== null && file.width < 600 ? Math.max(20, Math.round(file.width / 7)) : 100,
            place: "centre",
            showsOrigin: false,
          },
        },
      ];
    case "video":
    case "audio":
      return [
        {
          type: "media",
          attrs: { file: file.id, kind: file.kind },
          content: [{ type: "text", text: label }],
        },
      ];
    default:
      return [{ type: "text", text: label, marks: [{ type: "fileLink", attrs: { file: file.id } }] }];
  }
}

/** A file that is to come into the page. */
export interface Bringing {
  readonly file: File;
  /** Where; where the cursor is, if that is not said. */
  readonly at?: number;
  /** What it shows, if that is known. */
  readonly alt?: string;
}

/** Returns what stops it: files that have not come then do not come any more. */
export type Upload = (files: readonly Bringing[]) => () => void;

/** Sends files one after the other, and puts each into the page where it belongs. */
export function useUploads(
  editor: Editor | null,
  href: string | null,
): {
  readonly uploading: readonly Uploading[];
  readonly upload: Upload;
  readonly dismiss: (id: number) => void;
} {
  const stops = useRef(new Map<number, AbortController>());
  const [uploading, setUploading] = useState<readonly Uploading[]>([]);
  const next = useRef(1);
  const dismiss = useCallback((id: number) => {
    stops.current.get(id)?.abort();
    setUploading((now) => now.filter((each) => each.id !== id));
  }, []);
  const upload = useCallback<Upload>(
    (files) => {
      if (!editor || !href) return () => {};
      let isStopped = false;
      // Where they go moves along with what is typed meanwhile.
      let places = files.map(({ at }) => at ?? editor.state.selection.to);
      const follow = ({ transaction }: { transaction: { mapping: { map: (at: number) => number } } }) => {
        places = places.map((place) => transaction.mapping.map(place));
      };
      editor.on("transaction", follow);
      const waiting = files.map(({ file, alt }) => ({ file, alt, id: next.current++ }));
      setUploading((now) => [
        ...now,
        ...waiting.map(({ file, id }) => ({ id, name: file.name, part: 0, isWaiting: false, problem: null })),
      ]);
      for (const { id } of waiting) stops.current.set(id, new AbortController());
      const tell = (id: number, change: Partial<Uploading>) =>
        setUploading((now) => now.map((each) => (each.id === id ? { ...each, ...change } : each)));
      void (async () => {
        for (const [index, { file, alt, id }] of waiting.entries()) {
          if (isStopped) {
            dismiss(id);
            continue;
          }
          const { signal } = stops.current.get(id)!;
          const answer = signal.aborted
            ? null
            : await sendFile(href, file, {
                progress: (part) => tell(id, { part, isWaiting: false }),
                waits: () => tell(id, { isWaiting: true }),
                signal,
              });
          stops.current.delete(id);
          if (!answer) continue;
          if (answer.kind === "refused") {
            tell(id, { problem: answer.text });
            continue;
          }
          dismiss(id);
          if (editor.isDestroyed || isStopped) continue;
          storeOf(editor).files.set(answer.file.id, answer.file);
          putAt(editor, places[index]!, contentOfFile(answer.file, alt));
        }
        editor.off("transaction", follow);
      })();
      return () => {
        isStopped = true;
        for (const { id } of waiting) stops.current.get(id)?.abort();
      };
    },
    [editor, href, dismiss],
  );
  return { uploading, upload, dismiss };
}

/** Puts a file's content in at `place`; what is a block of its own, behind the block that the place is in. */
function putAt(editor: Editor, place: number, content: JSONContent[]): void {
  const $at = editor.state.doc.resolve(Math.min(place, editor.state.doc.content.size));
  const block = $at.depth > 0 ? $at.parent : null;
  // The title of a link card, or a caption, is no place for a file: it comes behind the block.
  const isText = content[0]!.type === "text",
    isInCaption = block !== null && captioned.has(block.type.name);
  const isBlock = !isText || isInCaption;
  if (isText && isInCaption) content = [{ type: "paragraph", content }];
  const isEmptyParagraph = block?.type.name === "paragraph" && block.content.size === 0;
  if (isBlock && isEmptyParagraph)
    editor
      .chain()
      .insertContentAt({ from: $at.before(), to: $at.after() }, content)
      .setMeta(byItself, true)
      .run();
  else
    editor
      .chain()
      .insertContentAt(
        isBlock && $at.depth > 0 ? $at.after() : $at.pos,
        isBlock ? content : [...content, { type: "text", text: " " }],
      )
      .setMeta(byItself, true)
      .run();
  endWithParagraph(editor);
}
