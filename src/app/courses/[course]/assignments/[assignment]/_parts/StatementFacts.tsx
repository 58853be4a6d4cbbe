import type { StatementDto } from "@/data/review/student";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { number, percent } from "@/ui/words/counts";

/** A student's figures in a line, as they stand at the head of the statement. */
export function StatementFacts({ told: { figures } }: { told: StatementDto }) {
  const facts: readonly (readonly [React.ReactNode, string])[] = [
    [<FigureLabel key="l" figure="standing">words standing</FigureLabel>, number(figures.standing)], [<FigureLabel key="l" figure="added">words added</FigureLabel>, number(figures.added)],
    ["of them lasting", percent(figures.lasting)], [<FigureLabel key="l" figure="entries">entries</FigureLabel>, number(figures.entries)], ["active days", number(figures.activeDays)], ["sittings", number(figures.sittings)],
    ["entries on others’ pages", number(figures.entriesOnOthersPages)], ["words corrected", number(figures.corrections)], ["others’ words removed", number(figures.removedOthers)], ["own words edited by others", number(figures.editedByOthers)],
    ["comments and answers", number(figures.comments + figures.replies)],
  ];
  return <dl className="statement-facts paper">{facts.map(([label, value], at) => <div key={at}><dt>{label}</dt><dd>{value}</dd></div>)}</dl>;
}
