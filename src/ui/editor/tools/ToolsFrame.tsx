"use client";
import type { Editor } from "@tiptap/core";
import { type KeyboardEvent, type ReactNode, useRef } from "react";
import { toBar } from "./reach";

/** Around all tools: Escape goes back to the text, the key that led here goes on to the bar. */
export function ToolsFrame({ editor, children }: { editor: Editor; children: ReactNode }) {
  const frame = useRef<HTMLDivElement>(null);
  const onKeyDown = (event: KeyboardEvent) => {
    // A menu hangs in the frame by its code alone: it has left by itself.
    if (event.defaultPrevented || !frame.current?.contains(event.target as Node)) return;
    if (event.key === "Escape") editor.commands.focus();
    else if (event.altKey && (event.ctrlKey || event.metaKey) && event.key.toLowerCase() === "b")
      toBar(frame.current);
    else return;
    event.preventDefault();
  };
  return (
    <div className="tools" ref={frame} onKeyDown={onKeyDown}>
      {children}
    </div>
  );
}
