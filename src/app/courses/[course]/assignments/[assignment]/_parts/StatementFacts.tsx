import type { FigureName } from "@/core/credit/figure-table";
import type { StatementDto } from "@/data/review/student";
import { Link } from "@/ui/frame/Link";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { figureText, figureWords } from "@/ui/words/figures";

/** Those at the head of the statement, in this order. */
const atHead: readonly FigureName[] = [
  "share",
  "standing",
  "added",
  "lasting",
  "entries",
  "activeDays",
  "sittings",
  "entriesOnOthersPages",
  "corrections",
  "removedOthers",
  "editedByOthers",
  "comments",
];

interface Props {
  readonly told: StatementDto;
  /** The address of this statement with a figure opened. */
  readonly href: (figure: FigureName) => string;
  readonly open: FigureName | null;
}

/**
 * A student's figures in a line, as they stand at the head of the statement; each opens what is behind it.
 */
export function StatementFacts({ told: { figures, sharePercent, member }, href, open }: Props) {
  return (
    <dl className="statement-facts paper">
      {atHead.map((name) => {
        const text = figureText(name, figures[name], sharePercent);
        return (
          <div key={name}>
            <dt>
              <FigureLabel figure={name} />
            </dt>
            <dd>
              <Link
                href={href(name)}
                scroll={false}
                aria-current={open === name}
                aria-label={`${figureWords[name].label} of ${member.name}: ${text}. Show what is behind it`}
              >
                {text}
              </Link>
            </dd>
          </div>
        );
      })}
    </dl>
  );
}
