import { criteriaOf, type Criterion, type CriteriaSheet } from "@/core/marks/criteria";
import { judgingWords, ofWords, ruleSentence } from "../words/marks";

/**
 * A criteria sheet as it is read: what is asked, by which levels, and how marks follow. Plain HTML, for
 * whoever reads the brief.
 */
export function SheetView({
  sheet,
  now,
  heading = "h2",
}: {
  readonly sheet: CriteriaSheet;
  readonly now: Date;
  readonly heading?: "h2" | "h3";
}) {
  const Heading = heading;
  return (
    <div className="sheet-view">
      {(["group", "student"] as const).map((of) => {
        const criteria = criteriaOf(sheet, of);
        return (
          criteria.length > 0 && (
            <section key={of}>
              <Heading>Of {ofWords[of]}</Heading>
              <ol className="criteria-read">
                {criteria.map((criterion) => (
                  <Read key={criterion.id} criterion={criterion} now={now} />
                ))}
              </ol>
            </section>
          )
        );
      })}
      <section>
        <Heading>How marks come about</Heading>
        <p>{ruleSentence(sheet)}</p>
        <p className="quiet">
          Out of {sheet.outOf}, rounded to{" "}
          {sheet.rounding === "1" ? "whole marks" : sheet.rounding === "0.5" ? "halves" : "tenths"}.
          {sheet.labels.length > 0 && (
            <> {sheet.labels.map(({ title, from }) => `${title} from ${from}`).join(", ")}.</>
          )}
        </p>
      </section>
    </div>
  );
}

function Read({
  criterion: { title, description, weight, judging },
  now,
}: {
  criterion: Criterion;
  now: Date;
}) {
  return (
    <li>
      <p>
        <strong>{title}</strong>{" "}
        <span className="quiet">
          weight {weight}, {judgingWords(judging, now)}
        </span>
      </p>
      {description && <p className="criterion-about">{description}</p>}
      {judging.by === "levels" && (
        <dl className="levels-read">
          {judging.levels.map((level) => (
            <div key={level.id}>
              <dt>
                {level.title} <span className="quiet">{level.points}</span>
              </dt>
              <dd>{level.description}</dd>
            </div>
          ))}
        </dl>
      )}
    </li>
  );
}
