"use client";
/** The tools of what is chosen and is no text: a picture, a recording, a card, an equation, a note. */
import type { Editor } from "@tiptap/core";
import { NodeSelection } from "@tiptap/pm/state";
import { useEditorState } from "@tiptap/react";
import { useState } from "react";
import { figurePlaces, narrowestFigure, type FigurePlace } from "@/core/document/model";
import type { FileDto } from "@/data/files/dto";
import { type Opened, storeOf, type WritingPlace } from "../place";

const placeNames: Record<FigurePlace, string> = {
  centre: "in the middle",
  left: "text on its right",
  right: "text on its left",
  full: "over the whole width",
};
const kinds = ["figure", "media", "linkCard", "equation", "equationBlock", "note"] as const;
type Kind = (typeof kinds)[number];

interface Chosen {
  readonly kind: Kind;
  readonly at: number;
  readonly attrs: Readonly<Record<string, unknown>>;
}

/** What is chosen itself, or what the cursor's caption belongs to. */
function chosenIn(editor: Editor): Chosen | null {
  const { selection } = editor.state;
  const isKind = (name: string): name is Kind => (kinds as readonly string[]).includes(name);
  if (selection instanceof NodeSelection && isKind(selection.node.type.name))
    return { kind: selection.node.type.name, at: selection.from, attrs: selection.node.attrs };
  for (let depth = selection.$from.depth; depth > 0; depth--) {
    const node = selection.$from.node(depth);
    if (isKind(node.type.name))
      return { kind: node.type.name, at: selection.$from.before(depth), attrs: node.attrs };
  }
  return null;
}

export function ObjectTools({
  editor,
  place,
  open,
}: {
  editor: Editor;
  place: WritingPlace;
  open: (what: Opened) => void;
}) {
  const chosen = useEditorState({
    editor,
    selector: ({ editor: now }) => chosenIn(now),
    equalityFn: (one, other) => JSON.stringify(one) === JSON.stringify(other),
  });
  if (!chosen) return null;
  const set = (attrs: Record<string, unknown>) =>
    editor.view.dispatch(editor.state.tr.setNodeMarkup(chosen.at, undefined, { ...chosen.attrs, ...attrs }));
  const remove = () => {
    const node = editor.state.doc.nodeAt(chosen.at);
    if (node) editor.view.dispatch(editor.state.tr.delete(chosen.at, chosen.at + node.nodeSize));
    editor.commands.focus();
  };
  const away = (
    <button type="button" className="tool" onClick={remove}>
      Remove
    </button>
  );
  switch (chosen.kind) {
    case "figure":
      return (
        <FigureTools key={chosen.at} chosen={chosen} set={set} remove={away} editor={editor} place={place} />
      );
    case "media":
      return <MediaTools key={chosen.at} chosen={chosen} set={set} remove={away} editor={editor} />;
    case "linkCard":
      return (
        <div className="object-tools" role="group" aria-label="Address">
          <span className="quiet">{String(chosen.attrs.href)}</span>
          <button type="button" className="tool" onClick={() => open("card")}>
            Change the address
          </button>
          {away}
        </div>
      );
    case "note":
      return (
        <div className="object-tools" role="group" aria-label="Note">
          <span className="quiet">{String(chosen.attrs.text)}</span>
          <button type="button" className="tool" onClick={() => open("note")}>
            Change
          </button>
          {away}
        </div>
      );
    default:
      return (
        <div className="object-tools" role="group" aria-label="Equation">
          <code>{String(chosen.attrs.latex)}</code>
          <button type="button" className="tool" onClick={() => open("equation")}>
            Change
          </button>
          {away}
        </div>
      );
  }
}

interface ToolsProps {
  readonly chosen: Chosen;
  readonly set: (attrs: Record<string, unknown>) => void;
  readonly remove: React.ReactNode;
  readonly editor: Editor;
}

function FigureTools({
  chosen: { attrs },
  set,
  remove,
  editor,
  place,
}: ToolsProps & { readonly place: WritingPlace }) {
  const [alt, setAlt] = useState(String(attrs.alt ?? ""));
  const [width, setWidth] = useState(String(attrs.width ?? 100));
  const [shownWidth, setShownWidth] = useState(attrs.width);
  if (shownWidth !== attrs.width) {
    setShownWidth(attrs.width);
    setWidth(String(attrs.width));
  }
  const file = storeOf(editor).files.get(String(attrs.file));
  const applyWidth = () => {
    const number = Math.round(Number(width));
    if (number >= narrowestFigure && number <= 100) set({ width: number });
    else setWidth(String(attrs.width));
  };
  return (
    <div className="object-tools" role="group" aria-label="Picture">
      <label className="wide">
        What it shows, for those who don’t see it
        <input
          value={alt}
          maxLength={1000}
          className={alt.trim() === "" ? "wanted" : ""}
          onChange={(event) => {
            setAlt(event.target.value);
            set({ alt: event.target.value });
          }}
        />
      </label>
      <label>
        Width{" "}
        <input
          className="small-number"
          inputMode="numeric"
          value={width}
          onChange={(event) => setWidth(event.target.value)}
          onBlur={applyWidth}
          onKeyDown={(event) => {
            if (event.key === "Enter") {
              event.preventDefault();
              applyWidth();
            }
          }}
        />{" "}
        %
      </label>
      <label>
        Set{" "}
        <select value={String(attrs.place)} onChange={(event) => set({ place: event.target.value })}>
          {figurePlaces.map((each) => (
            <option key={each} value={each}>
              {placeNames[each]}
            </option>
          ))}
        </select>
      </label>
      {file && place.describe && (
        <Origin
          file={file}
          describe={place.describe}
          stored={(next) => storeOf(editor).files.set(next.id, next)}
        />
      )}
      <label>
        <input
          type="checkbox"
          checked={attrs.showsOrigin === true}
          onChange={(event) => set({ showsOrigin: event.target.checked })}
        />{" "}
        show them below it
      </label>
      {remove}
    </div>
  );
}

/** Where a file comes from and under which terms: it is kept with the file, wherever it is shown. */
function Origin({
  file,
  describe,
  stored,
}: {
  file: FileDto;
  describe: NonNullable<WritingPlace["describe"]>;
  stored: (file: FileDto) => void;
}) {
  const [source, setSource] = useState(file.source);
  const [licence, setLicence] = useState(file.licence);
  const [said, setSaid] = useState("");
  const keep = async () => {
    if (source === file.source && licence === file.licence) return;
    const answer = await describe(file.id, { name: file.name, source, licence }).catch(() => ({
      kind: "refused" as const,
      text: "The server did not answer: it was not kept.",
    }));
    if (answer.kind === "stored") stored(answer.file);
    setSaid(answer.kind === "stored" ? "Kept with the file" : answer.text);
  };
  return (
    <>
      <label className="wide">
        Source{" "}
        <input
          value={source}
          maxLength={500}
          className={source.trim() === "" ? "wanted" : ""}
          onChange={(event) => setSource(event.target.value)}
          onBlur={() => void keep()}
        />
      </label>
      <label>
        Licence{" "}
        <input
          value={licence}
          maxLength={200}
          onChange={(event) => setLicence(event.target.value)}
          onBlur={() => void keep()}
        />
      </label>
      <span className="quiet" role="status">
        {said}
      </span>
    </>
  );
}

function MediaTools({ chosen: { attrs }, set, remove, editor }: ToolsProps) {
  const files = [...storeOf(editor).files.values()];
  const choose = (name: "poster" | "captions", label: string, kind: FileDto["kind"], none: string) => (
    <label>
      {label}{" "}
      <select
        value={String(attrs[name] ?? "")}
        onChange={(event) => set({ [name]: event.target.value || null })}
      >
        <option value="">{none}</option>
        {files
          .filter((file) => file.kind === kind)
          .map((file) => (
            <option key={file.id} value={file.id}>
              {file.name}
            </option>
          ))}
      </select>
    </label>
  );
  return (
    <div className="object-tools" role="group" aria-label="Recording">
      {attrs.kind === "video" && choose("poster", "Picture before it plays", "image", "none")}
      {choose("captions", "Captions", "captions", "none yet: upload a WebVTT file")}
      {remove}
    </div>
  );
}
