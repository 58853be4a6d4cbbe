"use client";
/**
 * The editor's tools: what is used all the time on the bar, the rest in four lists. Arrow keys go from tool
 * to tool, up and down within a choice; Tab leaves the bar.
 */
import FormatBold from "@mui/icons-material/FormatBold";
import FormatItalic from "@mui/icons-material/FormatItalic";
import FormatListBulleted from "@mui/icons-material/FormatListBulleted";
import FormatListNumbered from "@mui/icons-material/FormatListNumbered";
import Redo from "@mui/icons-material/Redo";
import Search from "@mui/icons-material/Search";
import Undo from "@mui/icons-material/Undo";
import type { Editor } from "@tiptap/core";
import { useEditorState } from "@tiptap/react";
import { useEffect, useRef, type KeyboardEvent, type ReactNode } from "react";
import { tones, type Tone } from "@/core/document/model";
import type { Opened } from "../place";
import { clearFormatting, indent } from "./keys";
import { putBlocksIn } from "../put-in";
import { ToolMenu, type ToolEntry } from "./ToolMenu";
import { writeOn } from "./write-on";

type Style = "text" | "2" | "3" | "4" | "quote" | "code";

const styles: readonly { readonly value: Style; readonly label: string }[] = [
  { value: "text", label: "Text" },
  { value: "2", label: "Heading" },
  { value: "3", label: "Subheading" },
  { value: "4", label: "Small heading" },
  { value: "quote", label: "Quote" },
  { value: "code", label: "Code block" },
];
const toneNames: Record<Tone, string> = {
  red: "Red",
  amber: "Amber",
  green: "Green",
  blue: "Blue",
  violet: "Violet",
  grey: "Grey",
};

interface Props {
  readonly editor: Editor;
  readonly open: (what: Opened) => void;
  readonly find: () => void;
  readonly hasFiles: boolean;
}

export function Toolbar({ editor, open, find, hasFiles }: Props) {
  const bar = useRef<HTMLDivElement>(null);
  const isByKey = useRef(false);
  const lastUsed = useRef<HTMLElement>(undefined);
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      style: (now.isActive("blockquote")
        ? "quote"
        : now.isActive("codeBlock")
          ? "code"
          : ([2, 3, 4].find((level) => now.isActive("heading", { level }))?.toString() ?? "text")) as Style,
      bold: now.isActive("bold"),
      italic: now.isActive("italic"),
      underline: now.isActive("underline"),
      strike: now.isActive("strike"),
      code: now.isActive("code"),
      sub: now.isActive("subscript"),
      sup: now.isActive("superscript"),
      tone: (now.getAttributes("textTone").tone ?? null) as Tone | null,
      highlight: (now.getAttributes("highlight").tone ?? null) as Tone | null,
      bullet: now.isActive("bulletList"),
      ordered: now.isActive("orderedList"),
      inTable: now.isActive("table"),
      align: (now.getAttributes(now.isActive("heading") ? "heading" : "paragraph").textAlign ??
        "left") as string,
      link: now.isActive("link"),
      page: now.isActive("pageLink"),
      canUndo: now.can().undo(),
      canRedo: now.can().redo(),
    }),
  });
  const run = () => writeOn(editor);

  function setStyle(style: Style): void {
    // Keys go on from style to style; a hand has chosen and writes on.
    const chain = () => (isByKey.current ? editor.chain() : run());
    const plain = state.style === "quote" && style !== "quote" ? chain().unsetBlockquote() : chain();
    if (style === "text") plain.setParagraph().run();
    else if (style === "quote") chain().setParagraph().toggleBlockquote().run();
    else if (style === "code") plain.setCodeBlock().run();
    else plain.setHeading({ level: Number(style) as 2 | 3 | 4 }).run();
  }

  const usable = () => [
    ...(bar.current?.querySelectorAll<HTMLElement>("select, button:not(:disabled)") ?? []),
  ];
  // Tab stops once on the bar: at the tool that was used last.
  const stopAt = (stop: HTMLElement | undefined) => {
    lastUsed.current = stop;
    for (const each of usable()) each.tabIndex = each === stop ? 0 : -1;
  };
  useEffect(() => {
    const tools = usable();
    stopAt(tools.find((each) => each === lastUsed.current) ?? tools[0]);
  });

  function moveFocus(event: KeyboardEvent): void {
    if (event.key !== "ArrowRight" && event.key !== "ArrowLeft") return;
    const tools = usable();
    const next = tools[tools.indexOf(event.target as HTMLElement) + (event.key === "ArrowRight" ? 1 : -1)];
    if (!next) return;
    event.preventDefault();
    next.focus();
  }

  const tool = (name: string, icon: ReactNode, isOn: boolean | null, act: () => void, isOff = false) => (
    <button
      type="button"
      className="tool"
      title={name}
      aria-label={name.replace(/ \(.*/, "")}
      disabled={isOff}
      onMouseDown={(event) => event.preventDefault()}
      onClick={act}
      {...(isOn === null ? {} : { "aria-pressed": isOn })}
    >
      {icon}
    </button>
  );

  const marks: ToolEntry[] = [
    {
      label: "Underline",
      keys: "Ctrl+U",
      isOn: state.underline,
      act: () => run().toggleUnderline().run(),
      sign: <u>u</u>,
    },
    {
      label: "Strike through",
      keys: "Ctrl+Shift+S",
      isOn: state.strike,
      act: () => run().toggleStrike().run(),
      sign: <s>s</s>,
    },
    {
      label: "Raised",
      keys: "Ctrl+.",
      isOn: state.sup,
      act: () => run().toggleSuperscript().run(),
      sign: (
        <>
          x<sup>2</sup>
        </>
      ),
    },
    {
      label: "Lowered",
      keys: "Ctrl+,",
      isOn: state.sub,
      act: () => run().toggleSubscript().run(),
      sign: (
        <>
          x<sub>2</sub>
        </>
      ),
    },
    {
      label: "Code",
      keys: "Ctrl+E",
      isOn: state.code,
      act: () => run().toggleCode().run(),
      sign: <code>c</code>,
    },
    { heading: "Colour of the letters" },
    {
      label: "As the text",
      isOn: state.tone === null,
      act: () => run().unsetMark("textTone").run(),
      sign: <span>a</span>,
    },
    ...tones.map((tone) => ({
      label: toneNames[tone],
      isOn: state.tone === tone,
      act: () => run().setMark("textTone", { tone }).run(),
      sign: <span data-tone={tone}>a</span>,
    })),
    { heading: "Highlighted" },
    {
      label: "Not highlighted",
      isOn: state.highlight === null,
      act: () => run().unsetMark("highlight").run(),
      sign: <span>a</span>,
    },
    ...tones.map((tone) => ({
      label: `In ${toneNames[tone].toLowerCase()}`,
      isOn: state.highlight === tone,
      act: () => run().setMark("highlight", { tone }).run(),
      sign: <span data-highlight={tone}>a</span>,
    })),
    "line",
    { label: "Clear formatting", keys: "Ctrl+\\", act: () => clearFormatting(editor) },
  ];
  const align = (value: "left" | "center" | "right" | "justify", label: string, keys: string): ToolEntry => ({
    label,
    keys,
    isOn: state.align === value,
    act: () => (value === "left" ? run().unsetTextAlign() : run().setTextAlign(value)).run(),
  });
  const setting: ToolEntry[] = [
    align("left", "From the left", "Ctrl+Shift+L"),
    align("center", "Centred", "Ctrl+Shift+E"),
    align("right", "To the right", "Ctrl+Shift+R"),
    align("justify", "To both sides", "Ctrl+Shift+J"),
    "line",
    { label: "Further in", keys: "Ctrl+]", act: () => void indent(editor, 1) },
    { label: "Further out", keys: "Ctrl+[", act: () => void indent(editor, -1) },
  ];
  const links: ToolEntry[] = [
    { label: "Page of this wiki", keys: "[[", isOn: state.page, act: () => open("page") },
    { label: "Address", keys: "Ctrl+K", isOn: state.link, act: () => open("link") },
    { label: "Address on a line of its own", act: () => open("card") },
  ];
  const things: ToolEntry[] = [
    { label: "Picture or file", keys: "Ctrl+Alt+I", isOff: !hasFiles, act: () => open("file") },
    { label: "Table", keys: "Ctrl+Alt+T", isOff: state.inTable, act: () => open("table") },
    { label: "Note or source", keys: "Ctrl+Alt+N", act: () => open("note") },
    { label: "Equation", keys: "Ctrl+Alt+E", act: () => open("equation") },
    { label: "Special character", act: () => open("symbol") },
    { label: "List of the page’s headings", act: () => putBlocksIn(editor, { type: "contentsList" }) },
    { label: "Line across", act: () => run().setHorizontalRule().run() },
  ];

  return (
    <div
      className="toolbar"
      role="toolbar"
      aria-label="Formatting"
      ref={bar}
      onKeyDown={moveFocus}
      onFocus={({ target }) => {
        if (bar.current?.contains(target)) stopAt(target);
      }}
    >
      <select
        aria-label="Style of the paragraph"
        value={state.style}
        onKeyDown={() => {
          isByKey.current = true;
        }}
        onPointerDown={() => {
          isByKey.current = false;
        }}
        onChange={(event) => setStyle(event.target.value as Style)}
      >
        {styles.map(({ value, label }) => (
          <option key={value} value={value}>
            {label}
          </option>
        ))}
      </select>
      {tool("Bold (Ctrl+B)", <FormatBold fontSize="small" />, state.bold, () => run().toggleBold().run())}
      {tool("Italic (Ctrl+I)", <FormatItalic fontSize="small" />, state.italic, () =>
        run().toggleItalic().run(),
      )}
      <ToolMenu
        label="Letters"
        entries={marks}
        isOn={
          state.underline ||
          state.strike ||
          state.sub ||
          state.sup ||
          state.code ||
          state.tone !== null ||
          state.highlight !== null
        }
      />
      <span className="divider" />
      {tool("List with bullets (Ctrl+Shift+8)", <FormatListBulleted fontSize="small" />, state.bullet, () =>
        run().toggleBulletList().run(),
      )}
      {tool("Numbered list (Ctrl+Shift+7)", <FormatListNumbered fontSize="small" />, state.ordered, () =>
        run().toggleOrderedList().run(),
      )}
      <ToolMenu label="Setting" entries={setting} isOn={state.align !== "left"} />
      <span className="divider" />
      <ToolMenu label="Link" entries={links} isOn={state.page || state.link} />
      <ToolMenu label="Put in" entries={things} />
      <span className="divider" />
      {tool("Undo (Ctrl+Z)", <Undo fontSize="small" />, null, () => run().undo().run(), !state.canUndo)}
      {tool("Redo (Ctrl+Y)", <Redo fontSize="small" />, null, () => run().redo().run(), !state.canRedo)}
      {tool("Find and replace (Ctrl+F)", <Search fontSize="small" />, null, find)}
    </div>
  );
}
