/**
 * Which cells of the sheet are chosen, and where the keyboard stands. Cells are rows times columns, numbered
 * row by row.
 */

export interface Selection {
  /** The cell that arrow keys move from. */
  readonly at: number;
  /** The corner that a stretch is drawn from. */
  readonly from: number;
  readonly chosen: ReadonlySet<number>;
}

export interface Size {
  readonly rows: number;
  readonly columns: number;
}

export const nothingChosen: Selection = { at: 0, from: 0, chosen: new Set() };

/** One cell alone. */
export function chooseOne(cell: number): Selection {
  return { at: cell, from: cell, chosen: new Set([cell]) };
}

/** All between the corner and `cell`. */
export function stretch({ from }: Selection, cell: number, size: Size): Selection {
  const [top, bottom] = inOrder(Math.floor(from / size.columns), Math.floor(cell / size.columns));
  const [left, right] = inOrder(from % size.columns, cell % size.columns);
  const chosen = new Set<number>();
  for (let row = top; row <= bottom; row++)
    for (let column = left; column <= right; column++) chosen.add(row * size.columns + column);
  return { at: cell, from, chosen };
}

/** Takes `cells` in, or out if all of them are in. */
export function toggle({ chosen }: Selection, cells: readonly number[]): Selection {
  const next = new Set(chosen);
  const areIn = cells.length > 0 && cells.every((cell) => chosen.has(cell));
  for (const cell of cells) {
    if (areIn) next.delete(cell);
    else next.add(cell);
  }
  const at = cells[0] ?? 0;
  return { at, from: at, chosen: next };
}

/** The cell that an arrow key leads to; the same at the edge. Null for other keys. */
export function step(at: number, key: string, { rows, columns }: Size): number | null {
  const [row, column] = [Math.floor(at / columns), at % columns];
  switch (key) {
    case "ArrowUp":
      return row > 0 ? at - columns : at;
    case "ArrowDown":
      return row < rows - 1 ? at + columns : at;
    case "ArrowLeft":
      return column > 0 ? at - 1 : at;
    case "ArrowRight":
      return column < columns - 1 ? at + 1 : at;
    case "Home":
      return row * columns;
    case "End":
      return row * columns + columns - 1;
    default:
      return null;
  }
}

function inOrder(one: number, other: number): [number, number] {
  return one < other ? [one, other] : [other, one];
}
