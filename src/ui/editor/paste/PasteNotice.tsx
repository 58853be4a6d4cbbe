"use client";
import type { Editor } from "@tiptap/core";
import type { Transaction } from "@tiptap/pm/state";
import { useEffect } from "react";
import { byItself } from "../put-in";
import { droppedWords } from "./dropped-words";
import { paragraphs, type Pasted } from "./paste";

/**
 * Says what was left out of what was pasted, and offers to have it as plain text. Goes when one writes on.
 */
export function PasteNotice({
  pasted,
  editor,
  onClose,
}: {
  pasted: Pasted;
  editor: Editor;
  onClose: () => void;
}) {
  useEffect(() => {
    // The paste itself may still be arriving as a change of its own.
    let leave: (() => void) | undefined;
    const timer = setTimeout(() => {
      // Pictures that arrive are part of what was pasted.
      const wroteOn = ({ transaction }: { transaction: Transaction }) => {
        if (!transaction.getMeta(byItself)) onClose();
      };
      editor.on("update", wroteOn);
      leave = () => editor.off("update", wroteOn);
    }, 400);
    return () => {
      clearTimeout(timer);
      leave?.();
    };
  }, [editor, onClose]);
  if (pasted.dropped === null) return null;
  const words = droppedWords(pasted.dropped);
  return (
    <p className="paste-notice" role="status">
      <span>Pasted with its structure. {words}</span>
      <button
        type="button"
        className="tool"
        onClick={() => {
          pasted.takeBack?.();
          editor.chain().focus().insertContent(paragraphs(pasted.plain)).run();
          onClose();
        }}
      >
        Plain text instead
      </button>
      <button type="button" className="tool" onClick={onClose}>
        Close
      </button>
    </p>
  );
}
