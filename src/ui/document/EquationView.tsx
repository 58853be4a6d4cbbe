import { copiedAs } from "@/core/document/copied";
import { equationHtml } from "./equation";

/** An equation as it is set, with MathML for those who hear it. */
export function EquationView({ latex, isBlock = false }: { latex: string; isBlock?: boolean }) {
  const html = { __html: equationHtml(latex, isBlock) };
  const copied = copiedAs({ type: isBlock ? "equationBlock" : "equation", attrs: { latex } });
  return isBlock ? <div className="equation" {...copied} dangerouslySetInnerHTML={html} /> : <span className="equation" {...copied} dangerouslySetInnerHTML={html} />;
}
