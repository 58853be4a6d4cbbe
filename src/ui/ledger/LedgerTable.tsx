import { TableFrame } from "../frame/TableFrame";
import { FigureLabel } from "../measures/FigureLabel";
import type { LedgerLinesDto } from "@/data/ledger/dto";
import { EarlierRows } from "./EarlierRows";
import { type LedgerLook, LedgerRows } from "./LedgerRows";

interface Props {
  readonly caption: string;
  readonly shown: LedgerLinesDto;
  readonly look: LedgerLook;
  /** Whether all entries are shown, or those that were looked for. */
  readonly isFiltered: boolean;
  /** The address at which the table begins with an earlier line: its number follows. */
  readonly hrefBase: string;
  readonly load: (before: number) => Promise<{ rows: React.ReactNode; next: number | null }>;
}

/** Entries as an account, newest first: what came in, what went out, what stands after each. */
export function LedgerTable({ caption, shown, look, isFiltered, hrefBase, load }: Props) {
  if (shown.gaveUp)
    return (
      <p className="notice">
        There is too much text here to look through all of it for these words. Look in the ledger of one page.
      </p>
    );
  if (shown.lines.length === 0)
    return (
      <p className="notice">{isFiltered ? "No entry is like that." : "Nothing has been saved here yet."}</p>
    );
  return (
    <TableFrame>
      <table className="ledger entries">
        <caption className="visually-hidden">{caption}</caption>
        <thead>
          <tr>
            <th scope="col" className="number">
              No.
            </th>
            <th scope="col">Date</th>
            <th scope="col">Author</th>
            {look.hasPages && <th scope="col">Page</th>}
            <th scope="col">Act and note</th>
            <th scope="col" className="number">
              <FigureLabel figure="wordsIn">Words in</FigureLabel>
            </th>
            <th scope="col" className="number">
              <FigureLabel figure="wordsOut">Words out</FigureLabel>
            </th>
            <th scope="col" className="number">
              <FigureLabel figure="wordsAfter">On the page</FigureLabel>
            </th>
          </tr>
        </thead>
        <LedgerRows lines={shown.lines} look={look} />
        {shown.next !== null && (
          <EarlierRows
            key={`${hrefBase} ${shown.next}`}
            next={shown.next}
            columns={look.hasPages ? 8 : 7}
            hrefBase={hrefBase}
            load={load}
          />
        )}
      </table>
    </TableFrame>
  );
}
