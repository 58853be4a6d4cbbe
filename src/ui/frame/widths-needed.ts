/**
 * How wide a table must be, in CSS pixels, where all its cells are shown: with them, without those of the
 * class `spare`, and without those of `spare-picture` too. Read off what is laid out, and nothing is laid out
 * anew; of a table that has more room than it needs it is more than it needs.
 */
export function widthsNeeded(table: HTMLTableElement): readonly number[] {
  const withoutSpare = table.offsetWidth - widthOf(table.tHead?.querySelectorAll<HTMLElement>(".spare"));
  return [
    table.offsetWidth,
    withoutSpare,
    withoutSpare -
      widthOf(
        table.querySelector(".spare-picture")?.parentElement?.querySelectorAll<HTMLElement>(".spare-picture"),
      ),
  ];
}

function widthOf(cells: Iterable<HTMLElement> = []): number {
  let sum = 0;
  for (const cell of cells) sum += cell.offsetWidth;
  return sum;
}
