import { equationHtml } from "./equation";

/** An equation as it is set, with MathML for those who hear it. */
export function EquationView({ latex, isBlock = false }: { latex: string; isBlock?: boolean }) {
  const html = { __html: equationHtml(latex, isBlock) };
  return isBlock ? <div className="equation" dangerouslySetInnerHTML={html} /> : <span className="equation" dangerouslySetInnerHTML={html} />;
}
