/**
 * What in the work can be pinned: read off the place where somebody selects words or a line. In the browser
 * alone.
 */
import type { FigureName } from "@/core/credit/figure-table";
import { figureNames } from "@/core/credit/figure-table";
import type { PinGiven } from "@/data/marks/pins";
import { quotedIn } from "@/ui/document/quoting";
import { figureWords } from "@/ui/words/figures";

export interface Pinnable {
  readonly thing: PinGiven["thing"];
  readonly label: string;
}

const short = (text: string) => (text.length > 70 ? `${text.slice(0, 69)}…` : text);

/** The words that are selected on one of the pages; null: none are, or not on one page. */
export function selectedPassage(selection: Selection | null): Pinnable | null {
  if (!selection || selection.isCollapsed || selection.rangeCount === 0) return null;
  const range = selection.getRangeAt(0);
  const at = range.commonAncestorContainer;
  const page = (at instanceof Element ? at : at.parentElement)?.closest<HTMLElement>("[data-work-page]");
  const text = page?.querySelector(".prose");
  const quoted = page && text ? quotedIn(text, range) : null;
  if (!page || !quoted || quoted.quote.length > 20_000) return null;
  return {
    thing: { kind: "passage", pageId: page.dataset.workPage!, entry: Number(page.dataset.entry), ...quoted },
    label: `“${short(quoted.quote)}”`,
  };
}

/**
 * The line in which something is, if it is an entry, a comment, a finding or a figure; `subject`: of whom a
 * figure is that names nobody.
 */
export function pinnableAt(target: EventTarget | null, subject: string | null): Pinnable | null {
  if (!(target instanceof Element)) return null;
  const finding = target.closest<HTMLElement>("li[data-finding]");
  if (finding) {
    const text = finding.querySelector("p")?.textContent ?? "";
    return {
      thing: { kind: "finding", key: finding.dataset.finding!, text: text.slice(0, 600) },
      label: short(text),
    };
  }
  const link = target.closest<HTMLAnchorElement>("a[href]");
  const figure = link && figureOf(link, subject);
  if (figure) return figure;
  const line = target.closest<HTMLElement>("tr, li, [data-remark]");
  if (!line) return null;
  const remark =
    line.closest<HTMLElement>("[data-remark]") ?? line.querySelector<HTMLElement>("[data-remark]");
  if (remark)
    return {
      thing: { kind: "comment", commentId: remark.dataset.remark! },
      label: `Comment: ${short(remark.textContent?.trim() ?? "")}`,
    };
  const said = line.querySelector<HTMLAnchorElement>("a[href*='#comment-']");
  if (said)
    return {
      thing: { kind: "comment", commentId: said.hash.slice("#comment-".length) },
      label: `Comment: ${short(line.querySelector("blockquote")?.textContent ?? said.textContent ?? "")}`,
    };
  const keyed = /^([0-9A-Za-z_-]+):(\d+)$/.exec(line.id);
  const linked = [...line.querySelectorAll<HTMLAnchorElement>("a[href*='/ledger/']")]
    .map((each) => /\/pages\/([^/]+)\/ledger\/(\d+)/.exec(each.pathname))
    .find((found) => found !== null);
  const entry = keyed ?? linked;
  return entry
    ? {
        thing: { kind: "entry", pageId: entry[1]!, number: Number(entry[2]) },
        label: `Entry ${entry[2]}${line.querySelector(".note") ? `: ${short(line.querySelector(".note")!.textContent ?? "")}` : ""}`,
      }
    : null;
}

function figureOf(link: HTMLAnchorElement, subject: string | null): Pinnable | null {
  const asked = new URLSearchParams(link.search);
  const name = asked.get("figure");
  const person = asked.get("person") ?? subject;
  if (!name || !person || !(figureNames as readonly string[]).includes(name)) return null;
  const figure = name as FigureName;
  return {
    thing: { kind: "figure", personId: person, figure, atCutOff: asked.get("until") !== "now" },
    label: `${figureWords[figure].label}: ${link.textContent ?? ""}`,
  };
}
