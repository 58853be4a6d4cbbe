"use client";
import { type ReactNode, useState } from "react";

interface Props {
  readonly label: string;
  /** The cells of the line that stands for the rows, before the one that opens them and behind it. */
  readonly before: ReactNode;
  readonly after: ReactNode;
  readonly rows: ReactNode;
}

/** Rows of a table in one line, which opens. */
export function FoldedRows({ label, before, after, rows }: Props) {
  const [isOpen, setOpen] = useState(false);
  return (
    <tbody className="folded-rows" data-open={isOpen}>
      <tr>
        {before}
        <td className="note">
          <button
            type="button"
            className="fold-button"
            aria-expanded={isOpen}
            onClick={() => setOpen(!isOpen)}
          >
            {label}
          </button>
        </td>
        {after}
      </tr>
      {isOpen && rows}
    </tbody>
  );
}
