import Link from "next/link";
import { Fragment } from "react";
import type { EntryDto } from "@/data/ledger/read";
import type { StatementDto, StatementLineDto } from "@/data/review/student";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView } from "@/ui/ledger/ComparedView";
import { Late } from "@/ui/ledger/Late";
import { paths } from "@/ui/paths";
import { counted, listed, number } from "@/ui/words/counts";
import { entryAccount, entryKindWords } from "@/ui/words/entries";
import { RemarkText } from "@/ui/words/RemarkText";
import { day, moment } from "@/ui/words/times";
import { signed } from "./signed";

/** What of the statement is shown: one page alone, or one kind of act. */
export interface Shown {
  readonly page: string | null;
  readonly kind: "entries" | "comments" | null;
}

/** The entry that is opened in its place; `entry` is null where the viewer may not read it any more. */
export interface Opened {
  readonly pageId: string;
  readonly number: number;
  readonly entry: EntryDto | null;
}

interface Props {
  readonly told: StatementDto;
  readonly shown: Shown;
  readonly opened: Opened | null;
  /** The address of this statement with a line opened, or (null) without. */
  readonly href: (open: string | null) => string;
  readonly zone: string;
  readonly now: Date;
}

/** A student's acts in the order of time, as an account: what came, what went, what of theirs stands after each. */
export function StatementTable({ told, shown, opened, href, zone, now }: Props) {
  const isShown = ({ page, ref }: StatementLineDto) => (shown.page === null || page === shown.page) && (shown.kind === null || (shown.kind === "entries") === (ref !== null));
  const sittings = told.sittings.map((sitting) => sitting.filter(isShown)).filter((sitting) => sitting.length > 0);
  if (sittings.length === 0) return <p className="notice">{told.sittings.length === 0 ? `${told.member.name} has not saved or said anything yet.` : "Nothing of this kind is there."}</p>;
  return (
    <div className="scroll-x">
      <table className="ledger statement">
        <caption className="visually-hidden">Statement of {told.member.name}</caption>
        <thead><tr><th scope="col">When</th><th scope="col">Where and what</th><th scope="col" className="number">Own words</th><th scope="col" className="number wide-only" title="By what others did since the line before">By others</th><th scope="col" className="number">Standing</th></tr></thead>
        {sittings.map((sitting) => (
          <tbody key={`${sitting[0]!.at} ${sitting[0]!.entry ?? sitting[0]!.remark}`}>
            {sitting.length > 1 && <tr className="sitting"><th scope="rowgroup" colSpan={5}>{day(new Date(sitting[0]!.at), zone)}: one sitting, {counted(Math.max(1, Math.round((sitting.at(-1)!.at - sitting[0]!.at) / 60_000)), "minute")}, {counted(sitting.length, "act")}</th></tr>}
            {sitting.map((line) => <Line key={line.entry ?? line.remark} {...{ line, opened, href, told, zone, now }} />)}
          </tbody>
        ))}
        <tbody><tr className="sum"><th scope="row" colSpan={3}>{shown.page === null && shown.kind === null ? "What stands" : "What stands, of all acts"}</th><td className="number wide-only">{told.byOthersSince === 0 ? "" : signed(told.byOthersSince)}</td><td className="number">{number(told.figures.standing)}</td></tr></tbody>
      </table>
    </div>
  );
}

function Line({ line, opened, href, told, zone, now }: Omit<Props, "shown"> & { line: StatementLineDto }) {
  const { ref, figures } = line;
  const key = ref ? `${ref.pageId}:${ref.number}` : null;
  const isOpen = ref !== null && opened?.pageId === ref.pageId && opened.number === ref.number;
  return (
    <Fragment>
      <tr id={key ?? undefined} data-open={isOpen}>
        <td><time dateTime={new Date(line.at).toISOString()}>{moment(new Date(line.at), zone, now)}</time>{line.isLate && <Late />}</td>
        <td className="note">
          {ref && figures
            ? <><Link href={`${href(isOpen ? null : key)}#${key}`} scroll={false} aria-expanded={isOpen}>{entryKindWords({ ...ref, figures })}</Link> on “{line.pageTitle}”{ref.note && ref.kind === "wrote" ? <span className="quiet">: {ref.note}</span> : null}{line.together.length > 0 && <small className="quiet"> with {listed(line.together)}</small>}{ref.pasted > 0 && <small className="quiet"> ({counted(ref.pasted, "word")} came by pasting)</small>}</>
            : <><Link href={`${paths.page(told.courseId, line.page)}#comment-${line.remark}`}>{line.isAnswer ? "Answered" : "Commented"}</Link> on “{line.pageTitle}”<blockquote><RemarkText body={line.remarkText ?? ""} /></blockquote></>}
        </td>
        <td className="number">{line.own === 0 ? <span className="nothing">–</span> : signed(line.own)}</td>
        <td className="number quiet wide-only">{line.byOthers === 0 ? "" : signed(line.byOthers)}</td>
        <td className="number">{number(line.standing)}</td>
      </tr>
      {isOpen && ref && figures && (
        <tr className="opened"><td colSpan={5}>
          {opened!.entry === null ? <p className="notice">You may not read this page any more.</p> : (
            <>
              <p className="quiet">{entryAccount(figures).map(({ label, words }) => `${number(words)} ${label}`).join(", ") || "No words changed"}. <Link href={paths.entry(told.courseId, ref.pageId, ref.number)}>Entry {ref.number} by itself</Link></p>
              <div className="opened-change"><ComparedView blocks={opened!.entry.blocks} links={wikiLinks(told.courseId, told.wikiId, { contents: [], formerTitles: [] }, opened!.entry.files)} /></div>
            </>
          )}
        </td></tr>
      )}
    </Fragment>
  );
}
