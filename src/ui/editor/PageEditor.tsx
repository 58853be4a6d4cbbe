"use client";
/** Writing a page: the text, a note, saving, and what happens when others have saved meanwhile. Nothing is lost. */
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import type { Editor, JSONContent } from "@tiptap/core";
import { useRouter } from "next/navigation";
import { useEffect, useRef, useState } from "react";
import type { PageDocument } from "@/core/document/model";
import { countWords } from "@/core/text/words";
import { counted } from "../words/counts";
import { FoundDraft } from "./FoundDraft";
import { type Draft, useDraft } from "./useDraft";
import { WritingArea } from "./WritingArea";

/** What came of a save, in words; the page's own action makes it from the server's answer. */
export type SaveAnswer =
  | { readonly kind: "saved"; readonly href: string }
  | { readonly kind: "refused"; readonly title: string; readonly lines: readonly { readonly text: string; readonly href?: string }[] };

interface Props {
  /** Names the draft on this machine: the page, or the wiki for a page to be started. */
  readonly draftKey: string;
  readonly title: string;
  /** Whether the title can be chosen: for a page that is being started. */
  readonly isNew: boolean;
  readonly base: number;
  readonly document: PageDocument;
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  readonly save: (input: { title: string; base: number; document: string; note: string }) => Promise<SaveAnswer>;
  readonly backHref: string;
}

const draftDelay = 400;

export function PageEditor({ draftKey, title: givenTitle, isNew, base, document: given, pages, save, backHref }: Props) {
  const router = useRouter();
  const draft = useDraft(draftKey);
  const editor = useRef<Editor | null>(null);
  const [isReady, setReady] = useState(false);
  const [title, setTitle] = useState(givenTitle);
  const [note, setNote] = useState("");
  const [document, setDocument] = useState(given);
  const [words, setWords] = useState<number | null>(null);
  const [isChanged, setChanged] = useState(false);
  const [isBusy, setBusy] = useState(false);
  const [problem, setProblem] = useState<Extract<SaveAnswer, { kind: "refused" }> | null>(null);

  // The draft is kept a moment after each change, and at once when the editor is left; not once the text is saved.
  const unsaved = useRef<Draft | null>(null);
  const isSaved = useRef(false);
  const { keep } = draft;
  useEffect(() => {
    if (!isChanged || isSaved.current) return;
    const now = { at: new Date().toISOString(), base, title, note, document };
    unsaved.current = now;
    const timer = setTimeout(() => keep(now), draftDelay);
    return () => clearTimeout(timer);
  }, [keep, isChanged, base, title, note, document]);
  useEffect(() => {
    const keepNow = () => { if (unsaved.current && !isSaved.current) keep(unsaved.current); };
    // The window may be closed or the page loaded again within the moment that the draft waits.
    window.addEventListener("pagehide", keepNow);
    return () => {
      window.removeEventListener("pagehide", keepNow);
      keepNow();
    };
  }, [keep]);

  function takeDraft(): void {
    const left = draft.take();
    if (!left) return;
    setTitle(left.title);
    setNote(left.note);
    editor.current?.commands.setContent(left.document as JSONContent);
    setDocument(left.document);
    setChanged(true);
  }

  async function submit(): Promise<void> {
    if (isBusy) return;
    setBusy(true);
    setProblem(null);
    try {
      const answer = await save({ title, base, document: JSON.stringify(editor.current?.getJSON() ?? document), note });
      if (answer.kind === "saved") {
        isSaved.current = true;
        draft.drop();
        router.push(answer.href);
        router.refresh();
        return;
      }
      setProblem(answer);
    } catch {
      setProblem({ kind: "refused", title: "The server did not answer. Your text is still here, and kept on this machine.", lines: [{ text: "Try again when the connection is back." }] });
    }
    setBusy(false);
  }

  return (
    <form className="editor-frame" onSubmit={(event) => { event.preventDefault(); void submit(); }}>
      {isReady && draft.found && <FoundDraft draft={draft.found} isOld={draft.found.base !== base} onTake={takeDraft} onDrop={draft.drop} />}
      {isNew && <h1 className="visually-hidden">A new page</h1>}
      {isNew
        ? <input className="editor-title" aria-label="Title of the page" placeholder="Title of the page" value={title} maxLength={200} required autoFocus={givenTitle === ""} onChange={(event) => { setTitle(event.target.value); setChanged(true); }} />
        : <h1>{title}</h1>}
      <WritingArea
        label={`Text of ${title || "the page"}`} document={given} pages={pages} hasFocus={!isNew || givenTitle !== ""} onSave={() => void submit()}
        onReady={(made) => { editor.current = made; setWords(countWords(made.getText({ blockSeparator: "\n\n" }))); setReady(true); }}
        onChange={(next, text) => { setDocument(next); setWords(countWords(text)); setChanged(true); }}
      />
      <div role="alert">
        {problem && (
          <div className="notice wrong"><div><strong>{problem.title}</strong><ul>{problem.lines.map((line, index) => <li key={index}>{line.href ? <a href={line.href} target="_blank" rel="noreferrer">{line.text}</a> : line.text}</li>)}</ul></div></div>
        )}
      </div>
      <div className="save-line">
        <TextField className="grow" label="Note on this entry (if you like)" value={note} onChange={(event) => { setNote(event.target.value); setChanged(true); }} slotProps={{ htmlInput: { maxLength: 300 } }} />
        {words !== null && <span className="quiet count" aria-live="off">{counted(words, "word")}</span>}
        <Button onClick={() => router.push(backHref)}>Cancel</Button>
        <Button type="submit" variant="contained" disabled={isBusy || (isNew && title.trim() === "")}>{isBusy ? "Saving" : isNew ? "Save the page" : "Save"}</Button>
      </div>
    </form>
  );
}
