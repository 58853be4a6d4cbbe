/** A statement as one document that needs nothing else: to keep, to print, to send. */
import type { ExcerptBlock } from "@/core/compared/excerpt";
import { type Html, html, htmlDocument } from "@/core/formats/html";
import { plainRemark } from "@/core/text/remark";
import type { StatementDto, StatementLineDto } from "@/data/review/student";
import { counted, listed, number } from "@/ui/words/counts";
import { authorsNote, entryAccount, entryKindWords } from "@/ui/words/entries";
import { toldFigures } from "@/ui/words/figures";
import { day, moment } from "@/ui/words/times";
import { ownWordNames } from "./own-word-names";
import { signed } from "./signed";
import { changeOf } from "./statement-change";

const style = `
body { font: 15px/1.5 Georgia, "Times New Roman", serif; color: #1c2321; max-width: 48rem; margin: 2rem auto;
  padding: 0 1rem }
h1 { font-size: 1.6rem; margin: 0 }
h2 { font-size: 1.1rem; margin: 1.8rem 0 .4rem }
p, dd, dt, td, th, li { font-size: .93rem }
.quiet, small, dt { color: #5c635c }
table { width: 100%; border-collapse: collapse }
th, td { text-align: left; vertical-align: top; padding: .3rem .5rem .3rem 0; border-bottom: 1px solid #d9d5c6 }
.number { text-align: right; white-space: nowrap; font-variant-numeric: tabular-nums }
.sum td, .sum th { border-bottom: 3px double #8f8a78; font-weight: bold }
.sitting th { padding-top: .9rem; font-weight: normal; color: #5c635c }
dl { display: grid; grid-template-columns: repeat(auto-fill, minmax(9rem, 1fr)); gap: .6rem 1rem;
  margin: .5rem 0 }
dd { margin: 0; font-weight: bold }
blockquote { margin: .2rem 0 0; padding-left: .7rem; border-left: 2px solid #c9c4b2; white-space: pre-line }
tr.opens td { border-bottom: 0; padding-bottom: 0 }
summary { cursor: pointer; color: #5c635c; font-size: .85rem }
details p { margin: .3rem 0; padding-left: .7rem; border-left: 2px solid #c9c4b2; overflow-wrap: anywhere;
  white-space: pre-line }
details .heading { font-weight: bold }
ins { text-decoration: underline; background: #e4eee6 }
del { background: #f5e4df }
u { text-decoration: underline dotted }
@media print {
  body { margin: 0; max-width: none }
  tr { break-inside: avoid }
  thead { display: table-header-group }
}
`;

export interface DocumentGiven {
  readonly told: StatementDto;
  readonly assignment: string;
  readonly course: string;
  /** What time it is about, in words. */
  readonly period: string;
  readonly now: Date;
  /** What each entry changed, by "page:number". */
  readonly changes: ReadonlyMap<string, readonly ExcerptBlock[]>;
}

/** Everything that is said stands in it as text: nothing is fetched, nothing runs. */
export function statementDocument(given: DocumentGiven): string {
  return htmlDocument({
    title: `${given.told.member.name}, ${given.assignment}`,
    style,
    body: html`${[headOf(given), figuresOf(given), ownWordsOf(given), entriesOf(given)]}`,
  });
}

const momentIn = ({ told, now }: DocumentGiven, instant: Date | number) =>
  moment(new Date(instant), told.timeZone, now);

function headOf(given: DocumentGiven): Html {
  const { told, assignment, course, period, now } = given;
  const zone = told.timeZone.replaceAll("_", " ");
  return html`<h1>${told.member.name}</h1>
    <p>
      Statement in ${told.groupName}, “${assignment}”, ${course}. ${period}; due
      ${momentIn(given, told.dueAt)}.
      <span class="quiet"
        >Made ${momentIn(given, now)}. Times are of ${zone}. Every figure says who did what, never how good it
        is. What an entry changed opens below it: <ins>what came</ins>, <del>what went</del>,
        <u>what was moved</u>.</span
      >
    </p>`;
}

function figuresOf({ told }: DocumentGiven): Html {
  const facts = toldFigures(told.figures, told.sharePercent);
  const shown = facts.map(
    ({ label, text }) =>
      html`<div>
        <dt>${label}</dt>
        <dd>${text}</dd>
      </div>`,
  );
  return html`<h2>Figures</h2>
    <dl>${shown}</dl>`;
}

function ownWordsOf(given: DocumentGiven): Html {
  const words = given.told.ownWords.map(({ kind, entry, at, body, answer }) => {
    const about = entry ? ` entry ${entry.number} of “${entry.title}”` : "";
    const answered = answer
      ? html`<p><small>${answer.by}, ${momentIn(given, answer.at)}</small></p>
          <blockquote>${answer.body}</blockquote>`
      : null;
    return html`<li>
      <strong>${ownWordNames[kind]}</strong>${about} <small>${momentIn(given, at)}</small>
      <blockquote>${body}</blockquote>
      ${answered}
    </li>`;
  });
  return html`<h2>In their own words</h2>
    ${
      words.length === 0
        ? html`<p class="quiet">Nothing was said beside the record.</p>`
        : html`<ul>
            ${words}
          </ul>`
    }`;
}

function entriesOf(given: DocumentGiven): Html {
  const { told } = given;
  const heading = html`<h2>Entries and comments</h2>`;
  if (told.sittings.length === 0)
    return html`${heading}
      <p>${told.member.name} did not save or say anything in this time.</p>`;
  const standing = number(told.figures.standing);
  return html`${heading}
    <table>
      <thead>
        <tr>
          <th scope="col">When</th>
          <th scope="col">What</th>
          <th scope="col" class="number">Own words</th>
          <th scope="col" class="number">By others</th>
          <th scope="col" class="number">Standing</th>
        </tr>
      </thead>
      ${told.sittings.map((sitting) => sittingOf(given, sitting))}
      <tbody>
        <tr class="sum">
          <th scope="row" colspan="4">What stands</th>
          ${cell(standing)}
        </tr>
      </tbody>
    </table>`;
}

const cell = (text: string) => html`<td class="number">${text}</td>`;

function sittingOf(given: DocumentGiven, sitting: readonly StatementLineDto[]): Html {
  const own = sitting.filter(({ other }) => other === null).length;
  const date = day(new Date(sitting[0]!.at), given.told.timeZone);
  const heading =
    own > 1
      ? html`<tr class="sitting">
          <th colspan="5" scope="rowgroup">${date}: one sitting, ${counted(own, "act")}</th>
        </tr>`
      : null;
  return html`<tbody>
    ${heading}${sitting.map((line) => lineOf(given, line))}
  </tbody>`;
}

function lineOf(given: DocumentGiven, line: StatementLineDto): Html {
  const { ref, other, own, byOthers } = line;
  const change = ref && other === null ? changeOf(given.changes.get(`${ref.pageId}:${ref.number}`)) : null;
  const late = line.isLate ? html` <small>late</small>` : null;
  const ownText = own === 0 ? "–" : signed(own);
  return html`<tr${change ? html` class="opens"` : null}><td>${momentIn(given, line.at)}${late}</td>
<td>${whatOf(line)}</td>${cell(other !== null ? "" : ownText)}${cell(byOthers === 0 ? "" : signed(byOthers))}${cell(
    number(line.standing),
  )}</tr>${
    change
      ? html`<tr>
          <td colspan="5">${change}</td>
        </tr>`
      : null
  }`;
}

function whatOf(line: StatementLineDto): Html {
  const { ref, figures, pageTitle, together, isAnswer, remarkText, other, by } = line;
  if (!ref || !figures) {
    const said = plainRemark(remarkText ?? "");
    return html`${isAnswer ? "Answered" : "Commented"} on “${pageTitle}”
      <blockquote>${said}</blockquote>`;
  }
  const note = authorsNote({ ...ref, author: by });
  const account = entryAccount(figures)
    .map(({ label, words }) => `${number(words)} ${label}`)
    .join(", ");
  const small = (text: string) => html` <small>${text}</small>`;
  return html`${entryKindWords({ ...ref, figures })} on
  “${pageTitle}”${other ? ` by ${other}` : null}${small(
    `entry ${ref.number}`,
  )}${note ? `: ${note}` : null}${together.length > 0 ? small(`with ${listed(together)}`) : null}${
    ref.pasted > 0 ? small(`${counted(ref.pasted, "word")} came by pasting`) : null
  }${account ? html`<br /><small>${account}</small>` : null}`;
}
