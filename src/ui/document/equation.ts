import katex from "katex";

const common = {
  throwOnError: false,
  trust: false,
  strict: "ignore",
  maxSize: 30,
  maxExpand: 300,
  errorColor: "inherit",
} as const;

/**
 * LaTeX as HTML with MathML in it. Commands that would link, load or style are not trusted, and what can't be
 * read is shown as it was typed: the result is made by the library from what it understood, and holds nothing
 * of the page's own HTML.
 */
export function equationHtml(latex: string, isBlock: boolean): string {
  return katex.renderToString(latex, { ...common, displayMode: isBlock, output: "htmlAndMathml" });
}

/** The most characters of HTML that are kept of equations that were drawn. */
const mostKept = 16_000_000;
const kept = new Map<string, string>();
let keptLength = 0;

/**
 * What drawing the equations of one page may cost: beyond it they are shown as they were typed, and drawn
 * when the page is read again.
 */
export class EquationBudget {
  constructor(
    private milliseconds = 300,
    private characters = 3_000_000,
  ) {}

  /**
   * The equation's HTML; null: the budget is spent. An equation that was drawn before costs no time, whoever
   * draws it.
   */
  draw(latex: string, isBlock: boolean): string | null {
    const key = `${isBlock ? "b" : "i"}${latex}`;
    const known = kept.get(key);
    if (known === undefined && this.milliseconds <= 0) return null;
    const began = performance.now();
    const html = known ?? equationHtml(latex, isBlock);
    if (known === undefined) {
      this.milliseconds -= performance.now() - began;
      keep(key, html);
    }
    if (html.length > this.characters) return null;
    this.characters -= html.length;
    return html;
  }
}

function keep(key: string, html: string): void {
  if (html.length > mostKept / 10) return;
  kept.set(key, html);
  keptLength += html.length;
  // The oldest go first.
  for (const [oldest, { length }] of kept) {
    if (keptLength <= mostKept) break;
    kept.delete(oldest);
    keptLength -= length;
  }
}

/** What is wrong with an equation, as far as the library says; null: it can be read. */
export function equationProblem(latex: string): string | null {
  try {
    katex.renderToString(latex, { throwOnError: true, trust: false, strict: "ignore", maxExpand: 300 });
    return null;
  } catch (error) {
    return error instanceof Error ? error.message.replace(/^KaTeX parse error:\s*/, "") : "It cannot be read";
  }
}
