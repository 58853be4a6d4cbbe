"use client";
import type { Editor } from "@tiptap/core";
import { useEditorState } from "@tiptap/react";
import { useEffect, useRef, useState } from "react";
import { counted } from "../../words/counts";
import { foundNow, replaceAll, replaceHere, search, step } from "./find";

/**
 * Find and replace, above the text. Enter goes on, Shift+Enter back, Escape leaves and puts the cursor where
 * one was looking.
 */
export function FindPanel({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const { from, to } = editor.state.selection;
  const [text, setText] = useState(() =>
    to - from < 100 ? editor.state.doc.textBetween(from, to, " ") : "",
  );
  const [other, setOther] = useState("");
  const [matchCase, setMatchCase] = useState(false);
  const [wholeWords, setWholeWords] = useState(false);
  const [said, setSaid] = useState("");
  const input = useRef<HTMLInputElement>(null);
  const found = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      const { places, at } = foundNow(now.state);
      return { count: places.length, at };
    },
  });

  useEffect(() => {
    search(editor, { text, matchCase, wholeWords });
  }, [editor, text, matchCase, wholeWords]);
  useEffect(() => {
    input.current?.focus();
    input.current?.select();
    return () => search(editor, null);
  }, [editor]);

  const close = () => {
    onClose();
    editor.commands.focus();
  };
  const one = () => {
    replaceHere(editor, other);
    stay();
  };
  const all = () => {
    setSaid(`${counted(replaceAll(editor, other), "place")} replaced`);
    stay();
  };
  // With nothing left to replace the buttons can't be pressed, nor keep the focus.
  const stay = () => {
    if (foundNow(editor.state).places.length === 0) input.current?.focus();
  };
  return (
    <div
      className="find-panel"
      role="search"
      aria-label="Find and replace"
      onKeyDown={(event) => {
        if (event.key === "Escape") {
          event.preventDefault();
          event.stopPropagation();
          close();
        }
        if (event.key === "Enter" && event.target === input.current) {
          event.preventDefault();
          step(editor, event.shiftKey ? -1 : 1);
        }
      }}
    >
      <label>
        Find{" "}
        <input
          ref={input}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setSaid("");
          }}
        />
      </label>
      <span className="quiet" role="status">
        {text === ""
          ? said
          : said !== ""
            ? said
            : found.count === 0
              ? "not here"
              : `${found.at + 1} of ${found.count}`}
      </span>
      <button type="button" className="tool" disabled={found.count === 0} onClick={() => step(editor, -1)}>
        Previous
      </button>
      <button type="button" className="tool" disabled={found.count === 0} onClick={() => step(editor, 1)}>
        Next
      </button>
      <label>
        <input type="checkbox" checked={matchCase} onChange={(event) => setMatchCase(event.target.checked)} />{" "}
        Match case
      </label>
      <label>
        <input
          type="checkbox"
          checked={wholeWords}
          onChange={(event) => setWholeWords(event.target.checked)}
        />{" "}
        Whole words
      </label>
      <span className="line-break" />
      <label>
        Replace with <input value={other} onChange={(event) => setOther(event.target.value)} />
      </label>
      <button type="button" className="tool" disabled={found.count === 0} onClick={one}>
        Replace
      </button>
      <button type="button" className="tool" disabled={found.count === 0} onClick={all}>
        Replace all
      </button>
      <button type="button" className="tool" onClick={close}>
        Close
      </button>
    </div>
  );
}
