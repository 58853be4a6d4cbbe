"use client";
/**
 * Writing a page: the text, a note, saving, and what happens when others have saved meanwhile. Nothing is
 * lost.
 */
import TextField from "@mui/material/TextField";
import type { Editor, JSONContent } from "@tiptap/core";
import { useRouter } from "next/navigation";
import { type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import type { PageDocument } from "@/core/document/model";
import { nearTitles } from "@/core/links/near";
import { mergeSave } from "@/core/merge/blocks";
import { takesMuch } from "@/core/document/taken";
import type { FileDto } from "@/data/files/dto";
import type { DraftDto, SavedLately } from "@/data/drafts/dto";
import { DocumentView } from "../document/DocumentView";
import type { LinkTargets } from "../document/reading";
import { Button } from "../forms/Button";
import { HereLine, type LivePlace } from "../live/HereLine";
import { CoWriters } from "./CoWriters";
import { keepHere, longDrafts } from "./draft-store";
import { FoundDraft } from "./FoundDraft";
import { changedBlocks, tellJustSaved } from "./just-saved";
import { isAsPage, nothingSaved, savedSince } from "./left-behind";
import type { Pasted } from "./paste/paste";
import { storeOf, type WritingPlace } from "./place";
import { Settling } from "./Settling";
import { SaveLine, type SavedTold } from "./SaveLine";
import { SaveProblemNotice } from "./SaveProblemNotice";
import { takeIn } from "./take-in";
import { useConnection } from "./useConnection";
import { NearTitles } from "./NearTitles";
import { type DraftKeeper, useDraft } from "./useDraft";
import { newSaveId, type Save, type SaveDone, type SaveInput, useSaving } from "./useSaving";
import { useOfflineShell } from "./useOfflineShell";
import { useKeyboardRoom } from "./useKeyboardRoom";
import { useWordCount } from "./useWordCount";
import { WritingArea } from "./WritingArea";

export type { SaveAnswer } from "./useSaving";

interface Props {
  /** Names the draft on this machine: the page, or the wiki for a page to be started. */
  readonly draftKey: string;
  readonly title: string;
  /** Whether the title can be chosen: for a page that is being started. */
  readonly isNew: boolean;
  readonly base: number;
  readonly document: PageDocument;
  readonly place: WritingPlace;
  readonly save: Save;
  /** The draft that the server has, and how more are kept there. */
  readonly draft: DraftDto | null;
  readonly keeper: DraftKeeper;
  /** What has been saved lately; absent: nobody is told of it here. */
  readonly savedLately?: SavedLately;
  /** Whether the draft that was left behind is taken up at once. */
  readonly takesDraft?: boolean;
  readonly backHref: string;
  /** What stands in front of a page's id in its address; null: pages are not shown here. */
  readonly pageBase: string | null;
  /** How many of the page's words are the writer's own; absent: all may be. */
  readonly ownWords?: number;
  /** What the writer is told by while they write; absent: nothing. */
  readonly live?: LivePlace;
  /** What the writer can look up without leaving the text. */
  readonly lookUp?: ReactNode;
  /** What else is asked about a page that is being started. */
  readonly asked?: ReactNode;
}

export function PageEditor({
  draftKey,
  title: givenTitle,
  isNew,
  base: givenBase,
  document: given,
  place,
  save,
  draft: onServer,
  keeper,
  savedLately = nothingSaved,
  takesDraft = false,
  backHref,
  pageBase,
  ownWords,
  live,
  lookUp,
  asked,
}: Props) {
  const router = useRouter();
  const editor = useRef<Editor | null>(null);
  const [isReady, setReady] = useState(false);
  const [title, setTitle] = useState(givenTitle);
  const [note, setNote] = useState("");
  const [base, setBase] = useState(givenBase);
  const [savedAt, setSavedAt] = useState<SavedTold | null>(null);
  const [wantsNote, setWantsNote] = useState(false);
  const [toChoose, setToChoose] = useState(0);
  const [coWriters, setCoWriters] = useState<readonly string[]>([]);
  const [preview, setPreview] = useState<{
    readonly document: PageDocument;
    readonly files: readonly FileDto[];
  } | null>(null);
  const words = useWordCount();
  useKeyboardRoom();
  useOfflineShell(draftKey.split(" ")[0]!, base, isReady && pageBase !== null);
  const isDone = useRef(false);
  const leaves = useRef(false);
  const pastes = useRef({ pasted: 0, largestPaste: 0 });
  const now = useRef({ title, note, base });
  useEffect(() => {
    now.current = { title, note, base };
  }, [title, note, base]);

  const textNow = useCallback(
    (): PageDocument => (editor.current?.getJSON() as PageDocument | undefined) ?? given,
    [given],
  );
  // The text as it was opened, or saved last, as the editor writes it.
  const before = useRef<PageDocument | null>(null);
  const { connection, told } = useConnection();
  const draft = useDraft<DraftDto>({
    draftKey,
    store: longDrafts,
    onServer,
    keeper,
    saves: savedLately.own,
    isNothing: (left) => !isNew && isAsPage(left, { title: givenTitle, document: given }),
    read: () => (isDone.current || !editor.current ? null : { ...now.current, document: textNow() }),
    onReach: told,
  });
  const { changed } = draft;
  const touch = useCallback(() => {
    changed();
    setSavedAt((last) => (last && !last.isChanged ? { ...last, isChanged: true } : last));
  }, [changed]);

  /** The reader lands at what this save changed. */
  function tellWhere(sent: PageDocument, answer: SaveDone, hasWaited: boolean): void {
    const blocks = changedBlocks(before.current ?? given, sent, answerDocument(answer) ?? sent);
    tellJustSaved({ page: answer.href.split("?")[0]!, number: answer.number, blocks, hasWaited });
  }

  /** A page that was just started is written on where pages are written, with what was typed meanwhile. */
  function goOnThere(answer: SaveDone, isAllSaved: boolean): void {
    const href = answer.href.split("?")[0]!;
    const [writer] = draftKey.split(" ");
    const there = `${writer} ${href.slice(href.lastIndexOf("/") + 1)}`;
    const typedSince = isAllSaved
      ? Promise.resolve()
      : keepHere(there, {
          at: new Date().toISOString(),
          ...now.current,
          base: answer.number,
          document: textNow(),
        } as DraftDto);
    isDone.current = true;
    void typedSince.then(() => {
      draft.drop("all");
      router.replace(`${href}/write`);
    });
  }

  const saving = useSaving(save, (sent, answer, hasWaited) => {
    told(true);
    const sentDocument = JSON.parse(sent.document) as PageDocument;
    const hasNote = answer.kind === "unchanged" && sent.note.trim() !== "";
    const isAllSaved = draft.saved(sent.typed!);
    pastes.current = { pasted: Math.max(0, pastes.current.pasted - (sent.pasted ?? 0)), largestPaste: 0 };
    if (leaves.current && isAllSaved && !hasNote) {
      isDone.current = true;
      if (answer.kind === "saved" && !isNew) tellWhere(sentDocument, answer, hasWaited);
      router.push(answer.href);
      router.refresh();
      return;
    }
    if (isNew) {
      goOnThere(answer, isAllSaved);
      return;
    }
    const others = answerDocument(answer);
    const together = others && togetherWith(sentDocument, others, textNow());
    // What was typed meanwhile and can't be put together with others' text keeps its old base: the next save
    // says where.
    if (others && !together) return;
    if (together && editor.current) takeIn(editor.current, together as unknown as JSONContent);
    before.current = others ?? sentDocument;
    setBase(answer.number);
    now.current.base = answer.number;
    // A note that was typed since belongs to the next save; one that went with no change is not lost.
    if (!hasNote && now.current.note === sent.note) {
      setNote("");
      now.current.note = "";
    }
    setWantsNote(false);
    setSavedAt({
      kind: answer.kind,
      number: answer.number,
      isChanged: !isAllSaved,
      hasOthers: others !== null,
      hasWaited,
      hasNote,
    });
  });

  async function leave(): Promise<void> {
    await draft.flush();
    router.push(backHref);
  }

  function takeDraft(): void {
    const left = draft.take();
    if (!left) return;
    setTitle(isNew ? left.title : title);
    setNote(left.note);
    setBase(left.base);
    now.current = { ...now.current, base: left.base, note: left.note };
    editor.current?.commands.setContent(left.document as JSONContent);
    touch();
  }

  // Whoever chose to go on with the draft is not asked again.
  const takesNow = takesDraft && isReady && draft.found !== null;
  useEffect(() => {
    if (takesNow) queueMicrotask(takeDraft);
  });

  const makeInput = (): SaveInput => ({
    ...now.current,
    document: JSON.stringify(textNow()),
    saveId: newSaveId(),
    ...pastes.current,
    coWriters: [...coWriters],
    typed: draft.typed(),
  });

  function submit(thenLeave: boolean): void {
    if (isNew && title.trim() === "") return;
    // A note is asked for once where much goes, and never demanded.
    if (!wantsNote && note.trim() === "" && !isNew && takesMuch(given, textNow(), ownWords))
      return setWantsNote(true);
    leaves.current = thenLeave;
    saving.submit(makeInput);
  }

  /**
   * What both changed has been put together: it stands on the newest entry now, and is saved like any other
   * text.
   */
  function takeSettled(document: PageDocument, number: number): void {
    if (editor.current) takeIn(editor.current, document as unknown as JSONContent);
    setBase(number);
    now.current.base = number;
    saving.clear();
    touch();
    editor.current?.commands.focus();
  }

  // Also from the title, the note or a tool: in the text the editor has taken the keys already.
  useEffect(() => {
    const press = (event: KeyboardEvent) => {
      if (
        event.defaultPrevented ||
        event.altKey ||
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== "s"
      )
        return;
      event.preventDefault();
      submit(false);
    };
    window.addEventListener("keydown", press);
    return () => window.removeEventListener("keydown", press);
  });

  const near = isNew && pageBase !== null ? nearTitles(title, place.pages, 4) : [];
  return (
    <form
      className="editor-frame"
      onSubmit={(event) => {
        event.preventDefault();
        submit(true);
      }}
    >
      {isReady && draft.found && !takesDraft && (
        <FoundDraft
          draft={draft.found}
          since={isNew ? null : savedSince(draft.found, base, savedLately)}
          onTake={takeDraft}
          onDrop={() => draft.drop()}
        />
      )}
      {isNew && <h1 className="visually-hidden">A new page</h1>}
      {lookUp}
      {isNew ? (
        <input
          className="editor-title"
          aria-label="Title of the page"
          placeholder="Title of the page"
          value={title}
          maxLength={200}
          required
          autoFocus={givenTitle === ""}
          onChange={(event) => {
            setTitle(event.target.value);
            touch();
          }}
        />
      ) : (
        <h1>{title}</h1>
      )}
      {asked}
      <div className="preview-line">
        <Button
          size="small"
          aria-pressed={preview !== null}
          onClick={() =>
            setPreview(
              preview || !editor.current
                ? null
                : { document: textNow(), files: [...storeOf(editor.current).files.values()] },
            )
          }
        >
          {preview ? "Write on" : "As readers see it"}
        </Button>
      </div>
      {live && <HereLine place={live} isWriting entries={base} />}
      {near.length > 0 && <NearTitles near={near} pageBase={pageBase!} />}
      {preview && (
        <div className="sheet preview" role="region" aria-label="As readers see it">
          <DocumentView document={preview.document} links={readerLinks(place, pageBase, preview.files)} />
        </div>
      )}
      <div hidden={preview !== null}>
        <WritingArea
          label={`Text of ${title || "the page"}`}
          document={given}
          place={place}
          hasFocus={!isNew || givenTitle !== ""}
          onSave={() => submit(false)}
          onReady={(made) => {
            editor.current = made;
            before.current = made.getJSON() as PageDocument;
            words.follow(made);
            setReady(true);
          }}
          onChange={touch}
          onPaste={({ words: came }: Pasted) => {
            pastes.current = {
              pasted: pastes.current.pasted + came,
              largestPaste: Math.max(pastes.current.largestPaste, came),
            };
          }}
        />
      </div>
      <div role="alert">
        {saving.problem && <SaveProblemNotice problem={saving.problem} />}
        {saving.problem?.settle && (
          <Settling
            both={saving.problem.settle}
            written={textNow}
            links={readerLinks(place, pageBase, place.files)}
            take={takeSettled}
            onLeft={setToChoose}
          />
        )}
        {wantsNote && (
          <div className="notice waits">
            <div>
              Much of the text that was here goes with this. Say why in the note, if you like, then save
              again.
            </div>
          </div>
        )}
      </div>
      <SaveLine
        words={words}
        savedAt={savedAt}
        state={saving.state}
        connection={connection}
        toSettle={saving.problem?.settle ? toChoose : null}
        opens={wantsNote}
        isNew={isNew}
        canSave={!isNew || title.trim() !== ""}
        note={
          <>
            <TextField
              className="grow"
              label={wantsNote ? "Why so much goes, if you like" : "Note, if you like"}
              value={note}
              onChange={(event) => {
                setNote(event.target.value);
                touch();
              }}
              slotProps={{ htmlInput: { maxLength: 300 } }}
            />
            <CoWriters teammates={place.teammates} chosen={coWriters} choose={setCoWriters} />
          </>
        }
        onStay={() => {
          submit(false);
          editor.current?.commands.focus();
        }}
        onCancel={() => void leave()}
      />
    </form>
  );
}

/** Where links lead in what is shown as readers will see it. */
function readerLinks(
  { pages, fileBase }: WritingPlace,
  pageBase: string | null,
  files: readonly FileDto[],
): LinkTargets {
  return {
    pages,
    pageHref: (id) => `${pageBase ?? ""}/${id}`,
    startHref: () => "#",
    ...(fileBase !== null
      ? { files, fileHref: (id: string, width?: number) => `${fileBase}/${id}${width ? `?w=${width}` : ""}` }
      : {}),
  };
}

/** The text that others' was merged into; null: only the writer's own was saved. */
function answerDocument(answer: SaveDone): PageDocument | null {
  return answer.kind === "saved" && answer.document !== undefined
    ? (JSON.parse(answer.document) as PageDocument)
    : null;
}

/** What was typed since `sent` together with what others saved; null where the two changed the same. */
function togetherWith(sent: PageDocument, others: PageDocument, typed: PageDocument): PageDocument | null {
  const merged = mergeSave(sent, others, typed);
  return "document" in merged ? merged.document : null;
}
