"use client";
import type { Editor } from "@tiptap/core";
import { useCallback, useEffect, useRef, useState } from "react";
import { wordsIn } from "./words-in";

export interface WordCount {
  /** Of the whole text; null: not counted yet. */
  readonly all: number | null;
  /** Of what is selected; 0: nothing is. */
  readonly selected: number;
  readonly follow: (editor: Editor) => void;
}

/** Milliseconds of rest after which words are counted: a long text is not counted at each key. */
const rest = 250;

/** How many words the text has, and the part of it that is selected. */
export function useWordCount(): WordCount {
  const [count, setCount] = useState<{ all: number | null; selected: number }>({ all: null, selected: 0 });
  const [followed, setFollowed] = useState<Editor | null>(null);
  const timer = useRef<ReturnType<typeof setTimeout> | undefined>(undefined);
  useEffect(() => {
    if (!followed) return;
    const tell = () => {
      if (followed.isDestroyed) return;
      const { from, to } = followed.state.selection;
      setCount({
        all: wordsIn(followed.state.doc),
        selected: from === to ? 0 : wordsIn(followed.state.doc, from, to),
      });
    };
    const later = () => {
      clearTimeout(timer.current);
      timer.current = setTimeout(tell, rest);
    };
    tell();
    followed.on("transaction", later);
    return () => {
      clearTimeout(timer.current);
      followed.off("transaction", later);
    };
  }, [followed]);
  const follow = useCallback((editor: Editor) => setFollowed(editor), []);
  return { ...count, follow };
}
