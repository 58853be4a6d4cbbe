"use client";
/** The editor's tools. Arrow keys go from tool to tool; Tab leaves the bar. */
import AddLink from "@mui/icons-material/AddLink";
import Code from "@mui/icons-material/Code";
import FormatBold from "@mui/icons-material/FormatBold";
import FormatItalic from "@mui/icons-material/FormatItalic";
import FormatListBulleted from "@mui/icons-material/FormatListBulleted";
import FormatListNumbered from "@mui/icons-material/FormatListNumbered";
import FormatQuote from "@mui/icons-material/FormatQuote";
import FormatStrikethrough from "@mui/icons-material/FormatStrikethrough";
import FormatUnderlined from "@mui/icons-material/FormatUnderlined";
import PostAdd from "@mui/icons-material/PostAdd";
import Redo from "@mui/icons-material/Redo";
import Undo from "@mui/icons-material/Undo";
import type { Editor } from "@tiptap/core";
import { useEditorState } from "@tiptap/react";
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { LinkDialog } from "./LinkDialog";
import { PageLinkDialog } from "./PageLinkDialog";

type Style = "text" | "2" | "3" | "4";

const styles: readonly { readonly value: Style; readonly label: string }[] = [
  { value: "text", label: "Text" }, { value: "2", label: "Heading" }, { value: "3", label: "Subheading" }, { value: "4", label: "Small heading" },
];

export function Toolbar({ editor, pages }: { editor: Editor; pages: readonly { readonly id: string; readonly title: string }[] }) {
  const [dialog, setDialog] = useState<"link" | "page" | null>(null);
  const bar = useRef<HTMLDivElement>(null);
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      style: ([2, 3, 4].find((level) => now.isActive("heading", { level }))?.toString() ?? "text") as Style,
      bold: now.isActive("bold"), italic: now.isActive("italic"), underline: now.isActive("underline"), strike: now.isActive("strike"),
      bullet: now.isActive("bulletList"), ordered: now.isActive("orderedList"), quote: now.isActive("blockquote"), code: now.isActive("code"),
      link: now.isActive("link"), page: now.isActive("pageLink"), canUndo: now.can().undo(), canRedo: now.can().redo(),
    }),
  });
  const run = () => editor.chain().focus();

  useEffect(() => {
    const openLink = (event: globalThis.KeyboardEvent) => {
      if (!(event.ctrlKey || event.metaKey) || event.key.toLowerCase() !== "k") return;
      event.preventDefault();
      setDialog("link");
    };
    const text = editor.view.dom;
    text.addEventListener("keydown", openLink);
    return () => text.removeEventListener("keydown", openLink);
  }, [editor]);

  function setStyle(style: Style): void {
    if (style === "text") run().setParagraph().run();
    else run().setHeading({ level: Number(style) as 2 | 3 | 4 }).run();
  }

  function moveFocus(event: KeyboardEvent): void {
    if (event.key !== "ArrowRight" && event.key !== "ArrowLeft") return;
    if (event.target instanceof HTMLSelectElement && !event.altKey) return;
    const tools = [...(bar.current?.querySelectorAll<HTMLElement>("select, button:not(:disabled)") ?? [])];
    const next = tools[tools.indexOf(event.target as HTMLElement) + (event.key === "ArrowRight" ? 1 : -1)];
    if (!next) return;
    event.preventDefault();
    next.focus();
  }

  const tool = (label: string, icon: ReactNode, isOn: boolean | null, act: () => void, isOff = false) => (
    <button type="button" className="tool" title={label} aria-label={label} disabled={isOff} onMouseDown={(event) => event.preventDefault()} onClick={act} {...(isOn === null ? {} : { "aria-pressed": isOn })}>{icon}</button>
  );

  return (
    <div className="toolbar" role="toolbar" aria-label="Formatting" ref={bar} onKeyDown={moveFocus}>
      <select aria-label="Style of the paragraph" value={state.style} onChange={(event) => setStyle(event.target.value as Style)}>
        {styles.map(({ value, label }) => <option key={value} value={value}>{label}</option>)}
      </select>
      <span className="divider" />
      {tool("Bold (Ctrl+B)", <FormatBold fontSize="small" />, state.bold, () => run().toggleBold().run())}
      {tool("Italic (Ctrl+I)", <FormatItalic fontSize="small" />, state.italic, () => run().toggleItalic().run())}
      {tool("Underline (Ctrl+U)", <FormatUnderlined fontSize="small" />, state.underline, () => run().toggleUnderline().run())}
      {tool("Strike through (Ctrl+Shift+S)", <FormatStrikethrough fontSize="small" />, state.strike, () => run().toggleStrike().run())}
      {tool("Code (Ctrl+E)", <Code fontSize="small" />, state.code, () => run().toggleCode().run())}
      <span className="divider" />
      {tool("List with bullets (Ctrl+Shift+8)", <FormatListBulleted fontSize="small" />, state.bullet, () => run().toggleBulletList().run())}
      {tool("Numbered list (Ctrl+Shift+7)", <FormatListNumbered fontSize="small" />, state.ordered, () => run().toggleOrderedList().run())}
      {tool("Quote (Ctrl+Shift+B)", <FormatQuote fontSize="small" />, state.quote, () => run().toggleBlockquote().run())}
      <span className="divider" />
      {tool("Link to a page of this wiki, or type [[its title]]", <PostAdd fontSize="small" />, state.page, () => setDialog("page"))}
      {tool("Link to an address (Ctrl+K)", <AddLink fontSize="small" />, state.link, () => setDialog("link"))}
      <span className="divider" />
      {tool("Undo (Ctrl+Z)", <Undo fontSize="small" />, null, () => run().undo().run(), !state.canUndo)}
      {tool("Redo (Ctrl+Y)", <Redo fontSize="small" />, null, () => run().redo().run(), !state.canRedo)}
      {dialog === "link" && <LinkDialog editor={editor} onClose={() => setDialog(null)} />}
      {dialog === "page" && <PageLinkDialog editor={editor} pages={pages} onClose={() => setDialog(null)} />}
    </div>
  );
}
