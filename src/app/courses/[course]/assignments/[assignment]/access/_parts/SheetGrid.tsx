"use client";
import { memo, type KeyboardEvent, type MouseEvent, useEffect, useRef } from "react";
import type { SheetCell } from "@/core/access/sheet";
import type { SheetColumnDto, SheetRowDto } from "@/data/access/dto";
import { AuthorMark } from "@/ui/authors/AuthorMark";
import { levelNames } from "@/ui/words/access";
import { moment, shortMoment } from "@/ui/words/times";
import { chooseOne, nothingChosen, type Selection, step, stretch, toggle } from "./selection";

interface Props {
  readonly rows: readonly SheetRowDto[];
  readonly columns: readonly SheetColumnDto[];
  readonly cells: readonly (readonly (SheetCell & { readonly isSet: boolean })[])[];
  readonly selection: Selection;
  readonly select: (next: Selection) => void;
  readonly zone: string;
  readonly now: Date;
}

/** Places against people. Cells are chosen by mouse, by keys, by row, by column. */
export function SheetGrid({ rows, columns, cells, selection, select, zone, now }: Props) {
  const size = { rows: rows.length, columns: columns.length };
  const table = useRef<HTMLTableElement>(null);
  /** Where the mouse was pressed, while it is. */
  const drawnFrom = useRef<{ readonly x: number; readonly y: number } | null>(null);
  const pageRows = rows.flatMap(({ scope }, row) => (scope === "page" ? [row] : []));

  useEffect(() => {
    const end = () => {
      drawnFrom.current = null;
    };
    window.addEventListener("mouseup", end);
    return () => window.removeEventListener("mouseup", end);
  }, []);

  const cellOf = (target: EventTarget): number | null => {
    const cell = (target as HTMLElement).closest<HTMLElement>("[data-cell]")?.dataset.cell;
    return cell === undefined ? null : Number(cell);
  };
  const focus = (cell: number, options?: FocusOptions) =>
    table.current?.querySelector<HTMLElement>(`[data-cell="${cell}"]`)?.focus(options);

  /** A whole line alone, or with what is chosen already. Again: none of it. */
  const takeLine = (line: readonly number[], event: MouseEvent) => {
    const isMore = event.ctrlKey || event.metaKey || event.shiftKey;
    const isAlone = line.length === selection.chosen.size && line.every((cell) => selection.chosen.has(cell));
    select(toggle(isMore || isAlone ? selection : nothingChosen, line));
  };

  const press = (event: MouseEvent) => {
    const cell = cellOf(event.target);
    if (cell === null || event.button !== 0) return;
    event.preventDefault();
    drawnFrom.current = { x: event.clientX, y: event.clientY };
    select(
      event.shiftKey
        ? stretch(selection, cell, size)
        : event.ctrlKey || event.metaKey
          ? toggle(selection, [cell])
          : chooseOne(cell),
    );
    // A cell that came into view would move away from under the mouse.
    focus(cell, { preventScroll: true });
  };
  const draw = (event: MouseEvent) => {
    const cell = cellOf(event.target);
    const from = drawnFrom.current;
    const hasMoved = from !== null && Math.abs(event.clientX - from.x) + Math.abs(event.clientY - from.y) > 4;
    if (hasMoved && cell !== null && cell !== selection.at) select(stretch(selection, cell, size));
  };
  const type = (event: KeyboardEvent) => {
    const cell = cellOf(event.target);
    if (cell === null) return;
    const next = step(cell, event.key, size);
    if (next !== null) {
      select(event.shiftKey ? stretch(selection, next, size) : { ...selection, at: next, from: next });
      focus(next);
    } else if (event.key === " ") select(toggle(selection, [cell]));
    else if (event.key === "Enter") select(chooseOne(cell));
    else if (event.key === "Escape") select({ ...nothingChosen, at: cell, from: cell });
    else if (event.key === "a" && (event.ctrlKey || event.metaKey))
      select({
        ...toggle(
          nothingChosen,
          pageRows.flatMap((row) => columns.map((_, column) => row * size.columns + column)),
        ),
        at: cell,
      });
    else return;
    event.preventDefault();
  };

  return (
    <div className="sheet-scroll" tabIndex={-1}>
      <table
        ref={table}
        role="grid"
        aria-label="Access sheet"
        aria-multiselectable="true"
        className="access-sheet"
        onMouseDown={press}
        onMouseOver={draw}
        onKeyDown={type}
      >
        <thead>
          <tr>
            <th scope="col">
              <span className="visually-hidden">Page</span>
            </th>
            {columns.map(({ name, mark }, column) => (
              <th scope="col" key={name + column}>
                <button
                  type="button"
                  className="head-button"
                  title={`Choose every page for ${name}`}
                  onClick={(event) =>
                    takeLine(
                      pageRows.map((row) => row * size.columns + column),
                      event,
                    )
                  }
                >
                  {mark !== null && <AuthorMark mark={mark} />}
                  {name}
                </button>
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map((row, at) => (
            <Row
              key={row.id}
              row={row}
              at={at}
              columns={columns}
              cells={cells[at]!}
              zone={zone}
              now={now}
              chosen={columns
                .map((_, column) => (selection.chosen.has(at * size.columns + column) ? "1" : "0"))
                .join("")}
              stands={Math.floor(selection.at / size.columns) === at ? selection.at % size.columns : null}
              chooseRow={(event) =>
                takeLine(
                  columns.map((_, column) => at * size.columns + column),
                  event,
                )
              }
            />
          ))}
        </tbody>
      </table>
    </div>
  );
}

interface RowProps extends Pick<Props, "columns" | "zone" | "now"> {
  readonly row: SheetRowDto;
  readonly at: number;
  readonly cells: Props["cells"][number];
  /** A letter for each column: whether its cell is chosen. */
  readonly chosen: string;
  /** The column at which the keyboard stands; null: in another row. */
  readonly stands: number | null;
  readonly chooseRow: (event: MouseEvent) => void;
}

const Row = memo(
  function Row({ row, at, columns, cells, zone, now, chosen, stands, chooseRow }: RowProps) {
    return (
      <tr className={row.scope === "page" ? undefined : "whole"}>
        <th scope="row" style={row.depth > 0 ? { paddingLeft: 10 + row.depth * 14 } : undefined}>
          <button
            type="button"
            className="head-button"
            title={`Choose all of ${row.title}`}
            onClick={chooseRow}
          >
            {row.title}
          </button>
        </th>
        {cells.map((cell, column) => {
          const isChosen = chosen[column] === "1";
          return (
            <td
              key={column}
              role="gridcell"
              data-cell={at * columns.length + column}
              data-level={cell.level}
              data-set={cell.isSet}
              aria-selected={isChosen}
              tabIndex={stands === column ? 0 : -1}
              title={cell.isSet ? "Set here" : undefined}
            >
              {levelNames[cell.level]}
              {cell.isSet && (
                <span className="set-here">
                  <span className="visually-hidden">, set here</span>
                </span>
              )}
              {cell.next && (
                <small title={`until ${moment(new Date(cell.next.at), zone, now)}`}>
                  until {shortMoment(new Date(cell.next.at), zone, now)}
                </small>
              )}
            </td>
          );
        })}
      </tr>
    );
  },
  (before, after) =>
    before.cells === after.cells &&
    before.chosen === after.chosen &&
    before.stands === after.stands &&
    before.row === after.row,
);
