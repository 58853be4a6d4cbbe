/** A statement as one document that needs nothing else: to keep, to print, to send. */
import type { ExcerptBlock } from "@/core/compared/excerpt";
import { plainRemark } from "@/core/text/remark";
import type { StatementDto, StatementLineDto } from "@/data/review/student";
import { counted, listed, number } from "@/ui/words/counts";
import { authorsNote, entryAccount, entryKindWords } from "@/ui/words/entries";
import { escaped } from "@/ui/words/escaped";
import { toldFigures } from "@/ui/words/figures";
import { day, moment } from "@/ui/words/times";
import { ownWordNames } from "./own-word-names";
import { signed } from "./signed";

const style = `body{font:15px/1.5 Georgia,"Times New Roman",serif;color:#1c2321;max-width:48rem;margin:2rem auto;padding:0 1rem}h1{font-size:1.6rem;margin:0}h2{font-size:1.1rem;margin:1.8rem 0 .4rem}
p,dd,dt,td,th,li{font-size:.93rem}.quiet,small,dt{color:#5c635c}table{width:100%;border-collapse:collapse}th,td{text-align:left;vertical-align:top;padding:.3rem .5rem .3rem 0;border-bottom:1px solid #d9d5c6}
.number{text-align:right;white-space:nowrap;font-variant-numeric:tabular-nums}.sum td,.sum th{border-bottom:3px double #8f8a78;font-weight:bold}.sitting th{padding-top:.9rem;font-weight:normal;color:#5c635c}
dl{display:grid;grid-template-columns:repeat(auto-fill,minmax(9rem,1fr));gap:.6rem 1rem;margin:.5rem 0}dd{margin:0;font-weight:bold}blockquote{margin:.2rem 0 0;padding-left:.7rem;border-left:2px solid #c9c4b2;white-space:pre-line}
tr.opens td{border-bottom:0;padding-bottom:0}summary{cursor:pointer;color:#5c635c;font-size:.85rem}details p{margin:.3rem 0;padding-left:.7rem;border-left:2px solid #c9c4b2;overflow-wrap:anywhere;white-space:pre-line}details .heading{font-weight:bold}ins{text-decoration:underline;background:#e4eee6}del{background:#f5e4df}u{text-decoration:underline dotted}
@media print{body{margin:0;max-width:none}tr{break-inside:avoid}thead{display:table-header-group}}`;

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
export function statementDocument({ told, assignment, course, period, now, changes }: DocumentGiven): string {
  const { member, figures, sharePercent, groupName, timeZone: zone, dueAt, ownWords } = told;
  const at = (instant: Date | number) => escaped(moment(new Date(instant), zone, now));
  const facts = toldFigures(figures, sharePercent);
  const line = (each: StatementLineDto) => {
    const change =
      each.ref && each.other === null ? changeOf(changes.get(`${each.ref.pageId}:${each.ref.number}`)) : "";
    return `<tr${change ? ' class="opens"' : ""}><td>${at(each.at)}${each.isLate ? " <small>late</small>" : ""}</td><td>${whatOf(each)}</td><td class="number">${each.other !== null ? "" : each.own === 0 ? "–" : escaped(signed(each.own))}</td><td class="number">${each.byOthers === 0 ? "" : escaped(signed(each.byOthers))}</td><td class="number">${number(each.standing)}</td></tr>${change ? `<tr><td colspan="5">${change}</td></tr>` : ""}`;
  };
  const sittings = told.sittings.map(
    (sitting) =>
      `<tbody>${ownIn(sitting) > 1 ? `<tr class="sitting"><th colspan="5" scope="rowgroup">${escaped(day(new Date(sitting[0]!.at), zone))}: one sitting, ${counted(ownIn(sitting), "act")}</th></tr>` : ""}${sitting.map(line).join("\n")}</tbody>`,
  );
  const words = ownWords.map(
    (each) =>
      `<li><strong>${ownWordNames[each.kind]}</strong>${each.entry ? ` entry ${each.entry.number} of “${escaped(each.entry.title)}”` : ""} <small>${at(each.at)}</small><blockquote>${escaped(each.body)}</blockquote>${each.answer ? `<p><small>${escaped(each.answer.by)}, ${at(each.answer.at)}</small></p><blockquote>${escaped(each.answer.body)}</blockquote>` : ""}</li>`,
  );
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${escaped(`${member.name}, ${assignment}`)}</title><style>${style}</style></head><body>
<h1>${escaped(member.name)}</h1>
<p>Statement in ${escaped(groupName)}, “${escaped(assignment)}”, ${escaped(course)}. ${escaped(period)}; due ${at(dueAt)}. <span class="quiet">Made ${at(now)}. Times are of ${escaped(zone.replaceAll("_", " "))}. Every figure says who did what, never how good it is. What an entry changed opens below it: <ins>what came</ins>, <del>what went</del>, <u>what was moved</u>.</span></p>
<h2>Figures</h2><dl>${facts.map(({ label, text }) => `<div><dt>${escaped(label)}</dt><dd>${escaped(text)}</dd></div>`).join("")}</dl>
<h2>In their own words</h2>${words.length === 0 ? '<p class="quiet">Nothing was said beside the record.</p>' : `<ul>${words.join("\n")}</ul>`}
<h2>Entries and comments</h2>${
    sittings.length === 0
      ? `<p>${escaped(member.name)} did not save or say anything in this time.</p>`
      : `<table><thead><tr><th scope="col">When</th><th scope="col">What</th><th scope="col" class="number">Own words</th><th scope="col" class="number">By others</th><th scope="col" class="number">Standing</th></tr></thead>
${sittings.join("\n")}
<tbody><tr class="sum"><th scope="row" colspan="4">What stands</th><td class="number">${number(figures.standing)}</td></tr></tbody></table>`
  }
</body></html>
`;
}

const ownIn = (sitting: readonly StatementLineDto[]) => sitting.filter(({ other }) => other === null).length;

function whatOf({
  ref,
  figures,
  pageTitle,
  together,
  isAnswer,
  remarkText,
  other,
  by,
}: StatementLineDto): string {
  if (!ref || !figures)
    return `${isAnswer ? "Answered" : "Commented"} on “${escaped(pageTitle)}”<blockquote>${escaped(plainRemark(remarkText ?? ""))}</blockquote>`;
  const note = authorsNote({ ...ref, author: by });
  const account = entryAccount(figures)
    .map(({ label, words }) => `${number(words)} ${label}`)
    .join(", ");
  return `${escaped(entryKindWords({ ...ref, figures }))} on “${escaped(pageTitle)}”${other ? ` by ${escaped(other)}` : ""} <small>entry ${ref.number}</small>${note ? `: ${escaped(note)}` : ""}${together.length > 0 ? ` <small>with ${escaped(listed(together))}</small>` : ""}${ref.pasted > 0 ? ` <small>${counted(ref.pasted, "word")} came by pasting</small>` : ""}${account ? `<br><small>${escaped(account)}</small>` : ""}`;
}

/** Objects are named; what text they have (a caption) stands behind it. */
const kindWords: Readonly<Record<ExcerptBlock["kind"], string | null>> = {
  paragraph: null,
  heading: null,
  codeBlock: null,
  figure: "picture",
  media: "recording",
  linkCard: "link card",
  equationBlock: "equation",
  contentsList: "list of headings",
  horizontalRule: "line",
  note: "note",
};
const stateWords: Record<ExcerptBlock["state"], string> = {
  changed: "",
  restyled: "other formatting",
  came: "",
  went: "",
  moved: "moved here",
  "moved away": "moved from here",
};

function changeOf(blocks: readonly ExcerptBlock[] | undefined): string {
  if (!blocks || blocks.length === 0) return "";
  const drawn = blocks.map(({ state, kind, pieces }) => {
    const object = kindWords[kind];
    const sign = [
      object ? `${object}${state === "came" ? ", new" : state === "went" ? ", taken away" : ""}` : "",
      stateWords[state],
    ]
      .filter((part) => part !== "")
      .join(", ");
    return `<p${kind === "heading" ? ' class="heading"' : ""}>${sign ? `<small>${escaped(sign)}</small> ` : ""}${pieces.map(pieceOf).join("")}</p>`;
  });
  return `<details><summary>what it changed</summary>${drawn.join("")}</details>`;
}

function pieceOf({ change, text }: ExcerptBlock["pieces"][number]): string {
  const shown = escaped(text);
  switch (change) {
    case "kept":
    case "restyled":
      return shown;
    case "cut":
      return " … ";
    case "came":
      return `<ins>${shown}</ins>`;
    case "went":
      return `<del>${shown}</del>`;
    case "moved":
    case "moved away":
      return `<u>${shown}</u>`;
    default:
      return change satisfies never;
  }
}
