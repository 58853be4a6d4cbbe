"use client";
import type { Editor } from "@tiptap/core";
import { moveTableColumn, moveTableRow, selectedRect } from "@tiptap/pm/tables";
import { useEditorState } from "@tiptap/react";
import { useState } from "react";
import { ToolMenu, type ToolEntry } from "./ToolMenu";
import { writeOn } from "./write-on";

/** The tools of a table, while the cursor is in one. */
export function TableTools({ editor }: { editor: Editor }) {
  const state = useEditorState({
    editor,
    selector: ({ editor: now }) => {
      if (!now.isActive("table")) return null;
      const rect = selectedRect(now.state);
      const cell = now.isActive("tableHeader")
        ? now.getAttributes("tableHeader")
        : now.getAttributes("tableCell");
      return {
        row: rect.top,
        rows: rect.map.height,
        column: rect.left,
        columns: rect.map.width,
        canMerge: now.can().mergeCells(),
        canSplit: now.can().splitCell(),
        width: (cell.colwidth as number[] | null)?.[0] ?? null,
        headRow: isHeading(rect, "row"),
        headColumn: isHeading(rect, "column"),
      };
    },
  });
  if (!state) return null;
  const run = () => writeOn(editor);
  const move = (kind: "row" | "column", from: number, to: number) => () => {
    (kind === "row" ? moveTableRow : moveTableColumn)({ from, to, select: true })(
      editor.state,
      editor.view.dispatch,
    );
    editor.view.focus();
  };
  const rows: ToolEntry[] = [
    { label: "Add one above", act: () => run().addRowBefore().run() },
    { label: "Add one below", act: () => run().addRowAfter().run() },
    "line",
    { label: "Move up", isOff: state.row === 0, act: move("row", state.row, state.row - 1) },
    { label: "Move down", isOff: state.row === state.rows - 1, act: move("row", state.row, state.row + 1) },
    "line",
    { label: "Headings in the first row", isOn: state.headRow, act: () => run().toggleHeaderRow().run() },
    { label: "Remove the row", act: () => run().deleteRow().run() },
  ];
  const columns: ToolEntry[] = [
    { label: "Add one before", act: () => run().addColumnBefore().run() },
    { label: "Add one behind", act: () => run().addColumnAfter().run() },
    "line",
    {
      label: "Move to the left",
      isOff: state.column === 0,
      act: move("column", state.column, state.column - 1),
    },
    {
      label: "Move to the right",
      isOff: state.column === state.columns - 1,
      act: move("column", state.column, state.column + 1),
    },
    "line",
    {
      label: "Headings in the first column",
      isOn: state.headColumn,
      act: () => run().toggleHeaderColumn().run(),
    },
    { label: "Remove the column", act: () => run().deleteColumn().run() },
  ];
  const cells: ToolEntry[] = [
    { label: "Merge the chosen cells", isOff: !state.canMerge, act: () => run().mergeCells().run() },
    { label: "Split the cell", isOff: !state.canSplit, act: () => run().splitCell().run() },
  ];
  return (
    <div className="object-tools" role="group" aria-label="Table">
      <span className="quiet">
        Table, {state.rows} × {state.columns}
      </span>
      <ToolMenu label="Row" entries={rows} />
      <ToolMenu label="Column" entries={columns} />
      <ToolMenu label="Cells" entries={cells} />
      <ColumnWidth
        key={`${state.column}-${state.width}`}
        width={state.width}
        set={(width, isDone) =>
          (isDone ? run() : editor.chain())
            .setCellAttribute("colwidth", width === null ? null : [width])
            .run()
        }
      />
      <button type="button" className="tool" onClick={() => run().deleteTable().run()}>
        Remove the table
      </button>
    </div>
  );
}

/** Enter goes back to the text; whoever only passes by changes nothing, and goes on to the next tool. */
function ColumnWidth({
  width,
  set,
}: {
  width: number | null;
  set: (width: number | null, isDone: boolean) => void;
}) {
  const [typed, setTyped] = useState(width === null ? "" : String(width));
  const apply = (isDone: boolean) => {
    const number = typed.trim() === "" ? null : Math.round(Number(typed));
    const fits = number === null || (number >= 48 && number <= 2000);
    if (fits && (isDone || number !== width)) set(number, isDone);
  };
  return (
    <label>
      Width{" "}
      <input
        className="small-number"
        inputMode="numeric"
        value={typed}
        placeholder="auto"
        onChange={(event) => setTyped(event.target.value)}
        onBlur={() => apply(false)}
        onKeyDown={(event) => {
          if (event.key === "Enter") {
            event.preventDefault();
            apply(true);
          }
        }}
      />{" "}
      px
    </label>
  );
}

/** Whether the first row, or column, is one of headings. */
function isHeading({ map, table }: ReturnType<typeof selectedRect>, kind: "row" | "column"): boolean {
  const count = kind === "row" ? map.width : map.height;
  return Array.from({ length: count }, (_, at) => map.map[kind === "row" ? at : at * map.width]!).every(
    (cell) => table.nodeAt(cell)?.type.name === "tableHeader",
  );
}
