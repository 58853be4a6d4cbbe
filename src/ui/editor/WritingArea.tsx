"use client";
import { Extension, type JSONContent } from "@tiptap/core";
import { EditorContent, useEditor, type Editor } from "@tiptap/react";
import { customAlphabet } from "nanoid";
import { useEffect, useRef } from "react";
import type { PageDocument } from "@/core/document/model";
import { documentExtensions } from "@/core/document/schema";
import { PageLinkRule } from "./page-link-rule";
import { Toolbar } from "./Toolbar";

const newBlockId = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 10);

interface Props {
  readonly label: string;
  readonly document: PageDocument;
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  readonly onChange: (document: PageDocument, text: string) => void;
  /** Hands the editor out, for replacing its text. */
  readonly onReady?: (editor: Editor) => void;
  readonly onSave?: () => void;
  readonly isShort?: boolean;
  readonly hasFocus?: boolean;
}

/** The editor of a page's text, with its tools. What one sees is what is saved. */
export function WritingArea({ label, document, pages, onChange, onReady, onSave, isShort = false, hasFocus = false }: Props) {
  const save = useRef(onSave);
  useEffect(() => { save.current = onSave; }, [onSave]);
  const editor = useEditor({
    immediatelyRender: false,
    autofocus: hasFocus ? "start" : false,
    extensions: [
      ...documentExtensions(newBlockId),
      PageLinkRule,
      Extension.create({ name: "saveKey", addKeyboardShortcuts: () => ({ "Mod-s": () => { save.current?.(); return true; } }) }),
    ],
    content: document as JSONContent,
    editorProps: { attributes: { class: "prose", role: "textbox", "aria-multiline": "true", "aria-label": label, spellcheck: "true" } },
    onCreate: ({ editor: made }) => onReady?.(made),
    onUpdate: ({ editor: now }) => onChange(now.getJSON() as PageDocument, now.getText({ blockSeparator: "\n\n" })),
  });
  if (!editor) return <div className="writing"><p className="quiet" role="status">Opening the editor</p></div>;
  return (
    <div>
      <Toolbar editor={editor} pages={pages} />
      <div className={isShort ? "writing short" : "writing"} onClick={() => { if (!editor.isFocused) editor.commands.focus(); }}>
        <EditorContent editor={editor} />
      </div>
    </div>
  );
}
