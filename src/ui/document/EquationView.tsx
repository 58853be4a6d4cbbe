import { copiedAs } from "@/core/document/copied";
import { EquationBudget } from "./equation";

interface Props {
  readonly latex: string;
  readonly isBlock?: boolean;
  /** Shared by all equations of a page; absent: it stands alone. */
  readonly budget?: EquationBudget;
}

/**
 * An equation as it is set, with MathML for those who hear it; as it was typed, where the page has too many
 * to be set.
 */
export function EquationView({ latex, isBlock = false, budget = new EquationBudget() }: Props) {
  const html = budget.draw(latex, isBlock);
  const copied = copiedAs({ type: isBlock ? "equationBlock" : "equation", attrs: { latex } });
  const Part = isBlock ? "div" : "span";
  if (html === null)
    return (
      <Part className="equation" title="The page has too many equations to set them all at once" {...copied}>
        <code>{latex}</code>
      </Part>
    );
  return <Part className="equation" {...copied} dangerouslySetInnerHTML={{ __html: html }} />;
}
