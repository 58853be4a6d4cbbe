/**
 * A student's assessment as one HTML document that needs nothing else: to be read in ten years without the
 * product.
 */
import type { ToldCriterion, ToldMark } from "../marks/told";

export interface MarkDocument extends ToldMark {
  readonly course: string;
  readonly assignment: string;
  /** When it was made, and as of what, in words. */
  readonly made: string;
  readonly criteria: readonly DocumentCriterion[];
  readonly own: readonly DocumentCriterion[];
  /** Evidence that stands under no criterion. */
  readonly pins: readonly DocumentPin[];
  readonly feedback: readonly { readonly by: string; readonly at: string; readonly body: string }[];
  readonly figures: readonly { readonly label: string; readonly text: string; readonly about: string }[];
}

export interface DocumentCriterion extends ToldCriterion {
  readonly pins: readonly DocumentPin[];
}

export interface DocumentPin {
  readonly title: string;
  readonly text: string;
  readonly by: string;
  readonly at: string;
}

const style = `body{font:15px/1.5 Georgia,"Times New Roman",serif;color:#1c2321;max-width:46rem;margin:2rem auto;padding:0 1rem}h1{font-size:1.6rem;margin:0}h2{font-size:1.1rem;margin:1.8rem 0 .4rem}.quiet{color:#5c635c}
.mark{border-bottom:3px double #8f8a78;padding-bottom:.5rem}.mark strong{font-size:2.2rem}table{width:100%;border-collapse:collapse}th,td{text-align:left;vertical-align:top;padding:.35rem .6rem .35rem 0;border-bottom:1px solid #d9d5c6;font-size:.93rem}
.number{text-align:right;white-space:nowrap;font-variant-numeric:tabular-nums}blockquote{margin:.3rem 0;padding-left:.7rem;border-left:2px solid #a5793a;white-space:pre-line}p,li{overflow-wrap:anywhere}.said{white-space:pre-line}@media print{body{margin:0;max-width:none}tr{break-inside:avoid}}`;

const signs: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};
const safe = (text: string) => text.replace(/[&<>"']/g, (sign) => signs[sign]!);

/** Everything in it is text: nothing is fetched, nothing runs. */
export function markDocument(given: MarkDocument): string {
  const parts = [
    `<h1>${safe(given.student)}</h1><p>${safe(given.group)}, “${safe(given.assignment)}”, ${safe(given.course)}. <span class="quiet">${safe(given.made)}</span></p>`,
    `<p class="mark"><strong>${safe(given.mark)}</strong> of ${safe(given.outOf)}${given.label ? `: ${safe(given.label)}` : ""}</p>`,
    given.groupMark
      ? `<p>The group’s mark: <strong>${safe(given.groupMark)}</strong>. <span class="quiet">${safe(given.groupWorking ?? "")}</span></p>`
      : "",
    given.working
      ? `<p>${given.computed ? `Computed: ${safe(given.computed)}` : "How it comes about"}: <span class="quiet">${safe(given.working)}</span></p>`
      : "",
    given.reason
      ? `<p>${given.computed ? "Why it was set otherwise" : "Why"}: ${safe(given.reason)}</p>`
      : "",
    criteriaOf("The group’s work", given.criteria),
    criteriaOf("The student’s own share", given.own),
    given.pins.length > 0 ? `<h2>Evidence</h2>${given.pins.map(pin).join("")}` : "",
    given.feedback.length > 0
      ? `<h2>Feedback</h2>${given.feedback.map(({ by, at, body }) => `<p class="said">${safe(body)}</p><p class="quiet">${safe(by)}, ${safe(at)}</p>`).join("")}`
      : "",
    `<h2>From the record</h2><table><tbody>${given.figures.map(({ label, text, about }) => `<tr><th scope="row">${safe(label)}<br><small class="quiet">${safe(about)}</small></th><td class="number">${safe(text)}</td></tr>`).join("")}</tbody></table>`,
  ];
  return `<!doctype html>
<html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><title>${safe(`${given.student}, ${given.assignment}`)}</title><style>${style}</style></head><body>
${parts.filter((part) => part !== "").join("\n")}
</body></html>
`;
}

function criteriaOf(title: string, criteria: readonly DocumentCriterion[]): string {
  if (criteria.length === 0) return "";
  const row = (each: DocumentCriterion) =>
    `<tr><th scope="row">${safe(each.title)} <small class="quiet">weight ${safe(each.weight)}</small>${each.description ? `<br><small class="quiet">${safe(each.description)}</small>` : ""}${each.pins.map(pin).join("")}</th><td>${safe(each.given)}${each.about ? `<br><small class="quiet">${safe(each.about)}</small>` : ""}</td></tr>`;
  return `<h2>${safe(title)}</h2><table><tbody>${criteria.map(row).join("")}</tbody></table>`;
}

const pin = ({ title, text, by, at }: DocumentPin) =>
  `<blockquote>${safe(title)}${text ? `: “${safe(text)}”` : ""} <small class="quiet">${safe([by, at].filter((part) => part !== "").join(", "))}</small></blockquote>`;
