/**
 * The cells of one table in a comparison, put back into rows: a row that came or went says so at its side.
 */
import type { ReactNode } from "react";
import type { ComparedBlock } from "@/core/compared/document";
import type { Frame } from "@/core/document/leaves";

type Cell = Extract<Frame, { kind: "cell" }>;

function cellOf({ look }: ComparedBlock): Cell | null {
  const [outermost] = look.frames;
  return outermost?.kind === "cell" ? outermost : null;
}

/** The table that a block stands in; null: none. */
export function tableOf(block: ComparedBlock): string | null {
  return cellOf(block)?.table ?? null;
}

interface Row {
  readonly key: string;
  readonly cells: Map<number, { readonly frame: Cell; readonly blocks: ComparedBlock[] }>;
}

export function ComparedTable({
  blocks,
  draw,
}: {
  blocks: readonly ComparedBlock[];
  draw: (block: ComparedBlock, index: number) => ReactNode;
}) {
  return (
    <div className="table-frame">
      <table>
        <tbody>
          {rowsOf(blocks).map((row) => {
            const states = new Set(
              [...row.cells.values()].flatMap((cell) => cell.blocks.map(({ state }) => state)),
            );
            const whole =
              states.size === 1 && (states.has("came") || states.has("went")) ? [...states][0] : undefined;
            return (
              <tr key={row.key} data-change={whole}>
                {[...row.cells]
                  .sort(([one], [other]) => one - other)
                  .map(([column, { frame, blocks: inside }]) => {
                    const Tag = frame.isHeader ? "th" : "td";
                    return (
                      <Tag
                        key={column}
                        {...(frame.colspan > 1 ? { colSpan: frame.colspan } : {})}
                        {...(frame.rowspan > 1 ? { rowSpan: frame.rowspan } : {})}
                      >
                        {inside.map(draw)}
                      </Tag>
                    );
                  })}
              </tr>
            );
          })}
        </tbody>
      </table>
    </div>
  );
}

/** Blocks of the same row stand together, in the order in which the rows first come. */
function rowsOf(blocks: readonly ComparedBlock[]): Row[] {
  const rows = new Map<string, Row>();
  for (const block of blocks) {
    const frame = cellOf(block)!;
    const row = rows.get(frame.row) ?? { key: frame.row, cells: new Map() };
    rows.set(frame.row, row);
    const cell = row.cells.get(frame.column) ?? { frame, blocks: [] };
    row.cells.set(frame.column, cell);
    cell.blocks.push(block);
  }
  return [...rows.values()];
}
