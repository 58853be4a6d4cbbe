import type { StatementDto } from "@/data/review/student";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { number, percent } from "@/ui/words/counts";
import type { FigureName } from "@/ui/words/figures";

/** A student's figures in a line, as they stand at the head of the statement. */
export function StatementFacts({ told: { figures } }: { told: StatementDto }) {
  const facts: readonly (readonly [FigureName, string, string])[] = [
    ["standing", "words standing", number(figures.standing)], ["added", "words added", number(figures.added)], ["lasting", "of them lasting", percent(figures.lasting)],
    ["entries", "entries", number(figures.entries)], ["activeDays", "active days", number(figures.activeDays)], ["sittings", "sittings", number(figures.sittings)],
    ["entriesOnOthersPages", "entries on others’ pages", number(figures.entriesOnOthersPages)], ["corrections", "words corrected", number(figures.corrections)],
    ["removedOthers", "others’ words removed", number(figures.removedOthers)], ["editedByOthers", "own words edited by others", number(figures.editedByOthers)],
    ["comments", "comments and answers", number(figures.comments + figures.replies)],
  ];
  return <dl className="statement-facts paper">{facts.map(([figure, label, value]) => <div key={figure}><dt><FigureLabel figure={figure}>{label}</FigureLabel></dt><dd>{value}</dd></div>)}</dl>;
}
