/**
 * A student's assessment as one HTML document that needs nothing else: to be read in ten years without the
 * product.
 */
import type { ToldCriterion, ToldMark } from "../marks/told";
import { type Html, html, htmlDocument } from "./html";

export interface MarkDocument extends ToldMark {
  readonly course: string;
  readonly assignment: string;
  /** When it was made, and as of what, in words. */
  readonly made: string;
  readonly criteria: readonly DocumentCriterion[];
  readonly own: readonly DocumentCriterion[];
  /** Evidence that stands under no criterion. */
  readonly pins: readonly DocumentPin[];
  readonly feedback: readonly DocumentFeedback[];
  readonly figures: readonly DocumentFigure[];
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

export interface DocumentFeedback {
  readonly by: string;
  readonly at: string;
  readonly body: string;
}

export interface DocumentFigure {
  readonly label: string;
  readonly text: string;
  readonly about: string;
}

const style = `
body { font: 15px/1.5 Georgia, "Times New Roman", serif; color: #1c2321; max-width: 46rem; margin: 2rem auto;
  padding: 0 1rem }
h1 { font-size: 1.6rem; margin: 0 }
h2 { font-size: 1.1rem; margin: 1.8rem 0 .4rem }
p, li { overflow-wrap: anywhere }
table { width: 100%; border-collapse: collapse }
th, td { text-align: left; vertical-align: top; padding: .35rem .6rem .35rem 0; font-size: .93rem;
  border-bottom: 1px solid #d9d5c6 }
blockquote { margin: .3rem 0; padding-left: .7rem; border-left: 2px solid #a5793a; white-space: pre-line }
.quiet { color: #5c635c }
.mark { border-bottom: 3px double #8f8a78; padding-bottom: .5rem }
.mark strong { font-size: 2.2rem }
.number { text-align: right; white-space: nowrap; font-variant-numeric: tabular-nums }
.said { white-space: pre-line }
@media print { body { margin: 0; max-width: none } tr { break-inside: avoid } }
`;

/** Everything in it is text: nothing is fetched, nothing runs. */
export function markDocument(given: MarkDocument): string {
  const parts = [
    headOf(given),
    ...markOf(given),
    criteriaOf("The group’s work", given.criteria),
    criteriaOf("The student’s own share", given.own),
    given.pins.length > 0
      ? html`<h2>Evidence</h2>
          ${given.pins.map(pinOf)}`
      : null,
    given.feedback.length > 0
      ? html`<h2>Feedback</h2>
          ${given.feedback.map(feedbackOf)}`
      : null,
    figuresOf(given.figures),
  ];
  return htmlDocument({
    title: `${given.student}, ${given.assignment}`,
    style,
    body: html`${parts.filter((part) => part !== null)}`,
  });
}

const headOf = ({ student, group, assignment, course, made }: MarkDocument) =>
  html`<h1>${student}</h1>
    <p>${group}, “${assignment}”, ${course}. <span class="quiet">${made}</span></p>`;

function markOf(given: MarkDocument): readonly (Html | null)[] {
  const label = given.label ? `: ${given.label}` : "";
  const how = given.computed ? `Computed: ${given.computed}` : "How it comes about";
  const why = given.computed ? "Why it was set otherwise" : "Why";
  return [
    html`<p class="mark"><strong>${given.mark}</strong> of ${given.outOf}${label}</p>`,
    given.groupMark
      ? html`<p>The group’s mark: <strong>${given.groupMark}</strong>. ${quiet(given.groupWorking ?? "")}</p>`
      : null,
    given.working ? html`<p>${how}: ${quiet(given.working)}</p>` : null,
    given.reason ? html`<p>${why}: ${given.reason}</p>` : null,
  ];
}

function criteriaOf(title: string, criteria: readonly DocumentCriterion[]): Html | null {
  if (criteria.length === 0) return null;
  const rows = criteria.map(
    (each) =>
      html`<tr>
        <th scope="row">
          ${each.title} ${small(`weight ${each.weight}`)}${under(each.description)}${each.pins.map(pinOf)}
        </th>
        <td>${each.given}${under(each.about)}</td>
      </tr>`,
  );
  return html`<h2>${title}</h2>
    <table>
      <tbody>
        ${rows}
      </tbody>
    </table>`;
}

function pinOf({ title, text, by, at }: DocumentPin): Html {
  const said = text ? `: “${text}”` : "";
  const from = [by, at].filter((part) => part !== "").join(", ");
  return html`<blockquote>${title}${said} ${small(from)}</blockquote>`;
}

const feedbackOf = ({ by, at, body }: DocumentFeedback) =>
  html`<p class="said">${body}</p>
    <p class="quiet">${by}, ${at}</p>`;

function figuresOf(figures: readonly DocumentFigure[]): Html {
  const rows = figures.map(
    ({ label, text, about }) =>
      html`<tr>
        <th scope="row">${label}${under(about)}</th>
        <td class="number">${text}</td>
      </tr>`,
  );
  return html`<h2>From the record</h2>
    <table>
      <tbody>
        ${rows}
      </tbody>
    </table>`;
}

const quiet = (text: string) => html`<span class="quiet">${text}</span>`;
const small = (text: string) => html`<small class="quiet">${text}</small>`;
/** On a line of its own below what stands before it. */
const under = (text: string | null | undefined) => (text ? html`<br />${small(text)}` : null);
