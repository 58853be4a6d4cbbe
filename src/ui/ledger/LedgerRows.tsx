/** The lines of a ledger, folded into sittings. */
import { Link } from "@/ui/frame/Link";
import { foldSittings } from "@/core/credit/sittings";
import type { LedgerLineDto } from "@/data/ledger/dto";
import { Author } from "../authors/AuthorMark";
import { paths } from "../paths";
import { counted, listed, number } from "../words/counts";
import { authorsNote, entryKindWords } from "../words/entries";
import { clock, distance, moment } from "../words/times";
import { FoldedRows } from "./FoldedRows";
import { Late } from "./Late";
import { Routes } from "./Routes";

/** How the lines of a ledger are shown. */
export interface LedgerLook {
  readonly courseId: string;
  /** The place in the group that decides a member's mark. */
  readonly marks: Readonly<Record<string, number>>;
  /** Whether the page stands in each line: where the ledger is a whole wiki's. */
  readonly hasPages: boolean;
  readonly zone: string;
  readonly now: Date;
}

/** Of a sitting's acts so many are named. */
const mostActs = 4;

export function LedgerRows({ lines, look }: { lines: readonly LedgerLineDto[]; look: LedgerLook }) {
  return foldSittings(lines).map((sitting) => {
    const rows = sitting.map((line) => <Row key={line.rev} line={line} look={look} />);
    const newest = sitting[0]!;
    return sitting.length === 1 ? (
      <tbody key={newest.rev}>{rows}</tbody>
    ) : (
      <FoldedRows
        key={newest.rev}
        label={`${counted(sitting.length, "entry", "entries")} in one sitting: ${didWords(sitting)}`}
        before={<Before sitting={sitting} look={look} />}
        after={<After sitting={sitting} />}
        rows={rows}
      />
    );
  });
}

/** What was done in a sitting, each kind of act once, the oldest first. */
function didWords(sitting: readonly LedgerLineDto[]): string {
  const [first, ...others] = [...new Set([...sitting].reverse().map(entryKindWords))];
  return (
    [first!, ...others.map((words) => words[0]!.toLowerCase() + words.slice(1))]
      .slice(0, mostActs)
      .join(", ") + (others.length >= mostActs ? " and more" : "")
  );
}

function Row({
  line,
  look: { courseId, marks, hasPages, zone, now },
}: {
  line: LedgerLineDto;
  look: LedgerLook;
}) {
  const { figures, at } = line;
  return (
    <tr>
      <td className="number quiet no">{line.number}</td>
      <td className="when">
        <Link href={paths.entry(courseId, line.pageId, line.number)}>
          <time dateTime={at.toISOString()}>{moment(at, zone, now)}</time>
        </Link>
        <div className="quiet">
          {distance(at, zone, now)}
          {line.isLate && <Late />}
        </div>
      </td>
      <td className="author">
        {line.author ? (
          <>
            <Author name={line.author} mark={marks[line.authorId ?? ""] ?? null} />
            {withWords(line)}
          </>
        ) : (
          <span className="quiet">Starter text</span>
        )}
      </td>
      {hasPages && (
        <td className="page">
          <Link href={paths.page(courseId, line.pageId)}>{line.page}</Link>
        </td>
      )}
      <td className="note">
        {entryKindWords(line)}
        {authorsNote(line) ? `: ${authorsNote(line)}` : ""}
        {line.pasted > 0 && <small className="quiet"> {counted(line.pasted, "word")} came by pasting</small>}
        <Routes routes={line.routes} courseId={courseId} />
      </td>
      <Words wordsIn={figures.wordsIn} wordsOut={figures.wordsOut} after={figures.wordsAfter} />
    </tr>
  );
}

function Before({
  sitting,
  look: { courseId, marks, hasPages, zone, now },
}: {
  sitting: readonly LedgerLineDto[];
  look: LedgerLook;
}) {
  const [newest, oldest] = [sitting[0]!, sitting.at(-1)!];
  return (
    <>
      <td className="number quiet no">
        {oldest.number}–{newest.number}
      </td>
      <td className="when">
        <time dateTime={oldest.at.toISOString()}>{moment(oldest.at, zone, now)}</time>–
        {clock(newest.at, zone)}
        <div className="quiet">
          {distance(newest.at, zone, now)}
          {sitting.some(({ isLate }) => isLate) && <Late />}
        </div>
      </td>
      <td className="author">
        <Author name={newest.author ?? ""} mark={marks[newest.authorId ?? ""] ?? null} />
      </td>
      {hasPages && (
        <td className="page">
          <Link href={paths.page(courseId, newest.pageId)}>{newest.page}</Link>
        </td>
      )}
    </>
  );
}

function After({ sitting }: { sitting: readonly LedgerLineDto[] }) {
  const sum = (of: "wordsIn" | "wordsOut") => sitting.reduce((total, { figures }) => total + figures[of], 0);
  return <Words wordsIn={sum("wordsIn")} wordsOut={sum("wordsOut")} after={sitting[0]!.figures.wordsAfter} />;
}

function Words({ wordsIn, wordsOut, after }: { wordsIn: number; wordsOut: number; after: number }) {
  return (
    <>
      <td className="number came in">
        {wordsIn > 0 ? `+${number(wordsIn)}` : <span className="nothing">–</span>}
      </td>
      <td className="number went out">
        {wordsOut > 0 ? `−${number(wordsOut)}` : <span className="nothing">–</span>}
      </td>
      <td className="number after">{number(after)}</td>
    </>
  );
}

/** With whom it was written, as far as they confirmed it. */
function withWords({ coWriters }: LedgerLineDto): React.ReactNode {
  const confirmed = coWriters.filter(({ isConfirmed }) => isConfirmed).map(({ name }) => name);
  return (
    confirmed.length > 0 && (
      <small className="quiet" style={{ display: "block" }}>
        with {listed(confirmed)}
      </small>
    )
  );
}
