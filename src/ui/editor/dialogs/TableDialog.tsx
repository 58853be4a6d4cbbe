"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useState } from "react";
import { endWithParagraph } from "../put-in";
import { EditorDialog } from "./EditorDialog";

const mostRows = 100;
const mostColumns = 20;

/** Puts a table of a chosen size in: by a grid that is pointed at, or by numbers. */
export function TableDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const [rows, setRows] = useState("3");
  const [columns, setColumns] = useState("3");
  const [hasHead, setHead] = useState(true);
  const [count, width] = [Number(rows), Number(columns)];
  const fits =
    Number.isInteger(count) &&
    Number.isInteger(width) &&
    count >= 1 &&
    count <= mostRows &&
    width >= 1 &&
    width <= mostColumns;
  const apply = () => {
    editor.chain().focus().insertTable({ rows: count, cols: width, withHeaderRow: hasHead }).run();
    endWithParagraph(editor);
    onClose();
  };
  return (
    <EditorDialog
      title="Table"
      apply={fits ? `Put in ${count} × ${width}` : "Put it in"}
      canApply={fits}
      onApply={apply}
      onClose={onClose}
    >
      <div className="size-grid" aria-hidden>
        {Array.from({ length: 6 * 8 }, (_, at) => {
          const [row, column] = [Math.floor(at / 8) + 1, (at % 8) + 1];
          return (
            <span
              key={at}
              data-on={(row <= count && column <= width) || undefined}
              onMouseEnter={() => {
                setRows(String(row));
                setColumns(String(column));
              }}
              onClick={apply}
            />
          );
        })}
      </div>
      <div className="side-by-side">
        <TextField
          autoFocus
          label="Rows"
          value={rows}
          onChange={(event) => setRows(event.target.value)}
          slotProps={{ htmlInput: { inputMode: "numeric" } }}
          error={!fits}
        />
        <TextField
          label="Columns"
          value={columns}
          onChange={(event) => setColumns(event.target.value)}
          slotProps={{ htmlInput: { inputMode: "numeric" } }}
          error={!fits}
          helperText={fits ? " " : `Up to ${mostRows} rows and ${mostColumns} columns`}
        />
      </div>
      <label className="choice">
        <input type="checkbox" checked={hasHead} onChange={(event) => setHead(event.target.checked)} />
        <span>Headings in the first row</span>
      </label>
    </EditorDialog>
  );
}
