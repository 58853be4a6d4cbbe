import type { FigureName } from "@/core/credit/figure-table";
import type { StatementDto } from "@/data/review/student";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { figureText } from "@/ui/words/figures";

/** Those at the head of the statement, in this order. */
const atHead: readonly FigureName[] = [
  "standing", "added", "lasting", "entries", "activeDays", "sittings", "entriesOnOthersPages", "corrections", "removedOthers", "editedByOthers", "comments",
];

/** A student's figures in a line, as they stand at the head of the statement. */
export function StatementFacts({ told: { figures } }: { told: StatementDto }) {
  return <dl className="statement-facts paper">{atHead.map((name) => <div key={name}><dt><FigureLabel figure={name} /></dt><dd>{figureText(name, figures[name], null)}</dd></div>)}</dl>;
}
