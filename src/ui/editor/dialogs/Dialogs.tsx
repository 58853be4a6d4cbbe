"use client";
import type { Editor } from "@tiptap/core";
import type { Opened, WritingPlace } from "../place";
import type { Upload } from "../uploads";
import { CardDialog } from "./CardDialog";
import { EquationDialog } from "./EquationDialog";
import { FileDialog } from "./FileDialog";
import { LinkDialog } from "./LinkDialog";
import { NoteDialog } from "./NoteDialog";
import { PageLinkDialog } from "./PageLinkDialog";
import { SymbolDialog } from "./SymbolDialog";
import { TableDialog } from "./TableDialog";

interface Props {
  readonly opened: NonNullable<Opened>;
  readonly editor: Editor;
  readonly place: WritingPlace;
  readonly upload: Upload | null;
  readonly onClose: () => void;
}

/** Whatever is opened over the text. */
export function Dialogs({ opened, editor, place, upload, onClose }: Props) {
  const given = {
    editor,
    onClose: () => {
      onClose();
      editor.commands.focus();
    },
  };
  switch (opened) {
    case "link":
      return <LinkDialog {...given} />;
    case "page":
      return <PageLinkDialog {...given} place={place} />;
    case "card":
      return <CardDialog {...given} />;
    case "table":
      return <TableDialog {...given} />;
    case "equation":
      return <EquationDialog {...given} />;
    case "note":
      return <NoteDialog {...given} />;
    case "symbol":
      return <SymbolDialog {...given} />;
    case "file":
      return <FileDialog {...given} upload={upload} />;
    default:
      return opened satisfies never;
  }
}
