"use client";
import Close from "@mui/icons-material/Close";
import KeyboardArrowDown from "@mui/icons-material/KeyboardArrowDown";
import KeyboardArrowUp from "@mui/icons-material/KeyboardArrowUp";
import type { Editor } from "@tiptap/core";
import { useEditorState } from "@tiptap/react";
import { type ReactNode, useEffect, useRef, useState } from "react";
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
      <div className="find-row">
        <label className="grow">
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
        <SignButton label="Previous" isOff={found.count === 0} act={() => step(editor, -1)}>
          <KeyboardArrowUp fontSize="small" />
        </SignButton>
        <SignButton label="Next" isOff={found.count === 0} act={() => step(editor, 1)}>
          <KeyboardArrowDown fontSize="small" />
        </SignButton>
        <SignButton label="Close" act={close}>
          <Close fontSize="small" />
        </SignButton>
      </div>
      <div className="find-row">
        <label className="grow">
          Replace with <input value={other} onChange={(event) => setOther(event.target.value)} />
        </label>
        <button type="button" className="tool" disabled={found.count === 0} onClick={one}>
          Replace
        </button>
        <button type="button" className="tool" disabled={found.count === 0} onClick={all}>
          Replace all
        </button>
      </div>
      <div className="find-row">
        <label>
          <input
            type="checkbox"
            checked={matchCase}
            onChange={(event) => setMatchCase(event.target.checked)}
          />{" "}
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
      </div>
    </div>
  );
}

/** A button with a sign on it, and its name for those who do not see the sign. */
function SignButton({
  label,
  isOff = false,
  act,
  children,
}: {
  label: string;
  isOff?: boolean;
  act: () => void;
  children: ReactNode;
}) {
  return (
    <button type="button" className="tool" title={label} aria-label={label} disabled={isOff} onClick={act}>
      {children}
    </button>
  );
}
