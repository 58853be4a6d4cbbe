"use client";
import type { JSONContent } from "@tiptap/core";
import { EditorContent, useEditor, type Editor } from "@tiptap/react";
import { customAlphabet } from "nanoid";
import { useCallback, useEffect, useRef, useState } from "react";
import type { PageDocument } from "@/core/document/model";
import { PageChooser, type Choosing } from "./chooser/chooser";
import { ChooserList, type ChooserKeys } from "./chooser/ChooserList";
import { Dialogs } from "./dialogs/Dialogs";
import { Find } from "./find/find";
import { FindPanel } from "./find/FindPanel";
import { PageLinkRule } from "./page-link-rule";
import { CleanPaste, type Pasted } from "./paste/paste";
import { PasteNotice } from "./paste/PasteNotice";
import { type Opened, storeOf, type WritingPlace, WritingStore } from "./place";
import { CaretBeforeKeys } from "./tools/caret";
import { ToolKeys } from "./tools/keys";
import { ObjectTools } from "./tools/ObjectTools";
import { TableTools } from "./tools/TableTools";
import { Toolbar } from "./tools/Toolbar";
import { ToolsFrame } from "./tools/ToolsFrame";
import { UploadList } from "./UploadList";
import { type Bringing, type Upload, useUploads } from "./uploads";
import { writingExtensions } from "./views/extensions";

const newBlockId = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 10);

interface Props {
  readonly label: string;
  readonly document: PageDocument;
  readonly place: WritingPlace;
  /** Told of each change; what the text is now, the editor is asked for when somebody needs to know. */
  readonly onChange: (editor: Editor) => void;
  /** Hands the editor out, for replacing its text. */
  readonly onReady?: (editor: Editor) => void;
  readonly onPaste?: (pasted: Pasted) => void;
  readonly onSave?: () => void;
  readonly isShort?: boolean;
  readonly hasFocus?: boolean;
}

interface Called {
  readonly onSave?: (() => void) | undefined;
  readonly onPaste?: ((pasted: Pasted) => void) | undefined;
  readonly upload?: Upload;
  readonly press?: (key: string) => boolean;
}

/** What the editor's parts call, as it is now: the editor itself is made once. */
class Calls {
  #now: Called = {};

  become(now: Called): void {
    this.#now = now;
  }
  save(): void {
    this.#now.onSave?.();
  }
  paste(pasted: Pasted): void {
    this.#now.onPaste?.(pasted);
  }
  upload(files: readonly Bringing[]): () => void {
    return this.#now.upload?.(files) ?? (() => {});
  }
  press(key: string): boolean {
    return this.#now.press?.(key) ?? false;
  }
}

/**
 * Above and below a page's text lie bars, on a phone up to this many pixels high: the cursor is scrolled out
 * from under them. In a low window a good part is left between the two, so that the text does not jump from
 * the one to the other.
 */
const underBars = {
  get top() {
    return Math.min(140, window.innerHeight / 4);
  },
  get bottom() {
    return Math.min(180, window.innerHeight / 3);
  },
  left: 5,
  right: 5,
};

/** The editor of a page's text, with its tools. What one sees is what is saved. */
export function WritingArea({
  label,
  document,
  place,
  onChange,
  onReady,
  onPaste,
  onSave,
  isShort = false,
  hasFocus = false,
}: Props) {
  const [choosing, setChoosing] = useState<Choosing | null>(null);
  const [opened, setOpened] = useState<Opened>(null);
  const [isFinding, setFinding] = useState(false);
  const [pasted, setPasted] = useState<Pasted | null>(null);
  const chooserKeys = useRef<ChooserKeys>(null);
  const [calls] = useState(() => new Calls());

  const editor = useEditor({
    immediatelyRender: false,
    shouldRerenderOnTransaction: false,
    autofocus: hasFocus ? "start" : false,
    extensions: [
      ...writingExtensions(newBlockId),
      CaretBeforeKeys,
      PageLinkRule,
      WritingStore.configure({ place }),
      ToolKeys.configure({ save: () => calls.save(), find: () => setFinding(true) }),
      Find,
      CleanPaste.configure({
        onPaste: (given) => {
          setPasted(given);
          calls.paste(given);
        },
        upload: place.uploadHref === null ? null : (files) => calls.upload(files),
      }),
      PageChooser.configure({ pages: place.pages, show: setChoosing, press: (key) => calls.press(key) }),
    ],
    content: document as JSONContent,
    editorProps: {
      ...(isShort ? {} : { scrollMargin: underBars, scrollThreshold: underBars }),
      attributes: {
        class: "prose",
        role: "textbox",
        "aria-multiline": "true",
        "aria-label": label,
        "aria-keyshortcuts": "Control+S Control+Alt+B",
        spellcheck: "true",
      },
    },
    onCreate: ({ editor: made }) => {
      storeOf(made).open = setOpened;
      onReady?.(made);
    },
    onUpdate: ({ editor: now }) => onChange(now),
  });
  const { uploading, upload, dismiss } = useUploads(editor, place.uploadHref);
  useEffect(
    () => calls.become({ onSave, onPaste, upload, press: (key) => chooserKeys.current?.press(key) ?? false }),
    [calls, onSave, onPaste, upload],
  );
  const close = useCallback(() => setOpened(null), []);

  if (!editor)
    return (
      <div className="writing">
        <p className="quiet" role="status">
          Opening the editor
        </p>
      </div>
    );
  return (
    <div className="writing-area">
      <ToolsFrame editor={editor}>
        <Toolbar
          editor={editor}
          open={setOpened}
          find={() => setFinding(!isFinding)}
          hasFiles={place.fileBase !== null}
        />
        <TableTools editor={editor} />
        <ObjectTools editor={editor} place={place} open={setOpened} />
        {isFinding && <FindPanel editor={editor} onClose={() => setFinding(false)} />}
        <UploadList uploading={uploading} onDismiss={dismiss} />
        {pasted && (
          <PasteNotice key={pasted.plain} pasted={pasted} editor={editor} onClose={() => setPasted(null)} />
        )}
      </ToolsFrame>
      <div
        className={isShort ? "writing short" : "writing"}
        onClick={() => {
          if (!editor.isFocused) editor.commands.focus();
        }}
      >
        <EditorContent editor={editor} />
      </div>
      {choosing && <ChooserList choosing={choosing} keys={chooserKeys} />}
      {opened && (
        <Dialogs
          opened={opened}
          editor={editor}
          place={place}
          upload={place.uploadHref === null ? null : upload}
          onClose={close}
        />
      )}
    </div>
  );
}
