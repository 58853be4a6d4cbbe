import katex from "katex";

/**
 * LaTeX as HTML with MathML in it. Commands that would link, load or style are not trusted, and what can't be read is
 * shown as it was typed: the result is made by the library from what it understood, and holds nothing of the page's own HTML.
 */
export function equationHtml(latex: string, isBlock: boolean): string {
  return katex.renderToString(latex, { displayMode: isBlock, throwOnError: false, trust: false, strict: "ignore", maxSize: 30, maxExpand: 300, output: "htmlAndMathml", errorColor: "inherit" });
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
