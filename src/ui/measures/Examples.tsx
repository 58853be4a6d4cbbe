/** Worked examples, drawn from what the engine made of them. */
import { groupFigures } from "@/core/credit/group";
import { memberFigures } from "@/core/credit/figures";
import type { GroupWork } from "@/core/credit/work";
import { Author, AuthorMark, authorColor, Joined } from "../authors/AuthorMark";
import { number, percents } from "../words/counts";
import { wholePercents } from "@/core/credit/shares";
import { entryAccount } from "../words/entries";
import { type Example, exampleAuthors, week } from "./examples";
import { type CarriedOut, carryOut, type CreditedStretch } from "./run";

const markOf = (who: string | null) => (who === null ? null : exampleAuthors.indexOf(who));

export function ExampleView({ example }: { example: Example }) {
  const steps = carryOut(example.steps);
  return (
    <section className="example" id={example.id} aria-labelledby={`${example.id}-title`}>
      <div>
        <h3 id={`${example.id}-title`}>{example.title}</h3>
        <p>{example.says}</p>
      </div>
      <ol className="example-steps">
        {steps.map((step, index) => (
          <StepView key={index} step={step} />
        ))}
      </ol>
    </section>
  );
}

function StepView({ step }: { step: CarriedOut }) {
  const account = entryAccount(step.figures);
  return (
    <li>
      <p className="example-who">
        {step.who === null ? (
          step.does
        ) : (
          <>
            <Author name={step.who} mark={markOf(step.who)} /> {step.does}
            {step.page ? <span className="quiet"> (second page)</span> : null}
          </>
        )}
      </p>
      <div className="example-text">
        {step.blocks.map((block, index) => (
          <p key={index}>
            {block.map((stretch, at) => (
              <Stretch key={at} stretch={stretch} />
            ))}
          </p>
        ))}
      </div>
      {account.length > 0 && step.who !== null && (
        <p className="example-account">
          {account.map(({ label, words }) => `${number(words)} ${label}`).join(", ")}
        </p>
      )}
    </li>
  );
}

/**
 * Words of one author: underlined in the author's colour, with the author's mark in front, so that neither is
 * needed alone.
 */
function Stretch({ stretch: { who, text } }: { stretch: CreditedStretch }) {
  const words = text.trimEnd();
  const rest = text.slice(words.length);
  return (
    <>
      <span className="credited" style={{ textDecorationColor: authorColor(markOf(who)) }}>
        <Joined>
          <AuthorMark mark={markOf(who)} />
        </Joined>
        <span className="visually-hidden">{who === null ? "Starter text: " : `${who}: `}</span>
        {words}
      </span>
      {rest}
    </>
  );
}

/** The week as an account, closed by what stands. */
export function WeekView() {
  const steps = carryOut(week);
  const work: GroupWork = {
    members: exampleAuthors,
    remarks: [],
    guests: [],
    timesOf: () => null,
    dayOf: () => "",
    deeds: steps.map((step, entry) => ({
      entry,
      author: step.who,
      at: 0,
      page: step.page ?? "first",
      figures: step.figures,
    })),
  };
  const group = groupFigures(work);
  const shares = wholePercents(group.shares);
  const counts = (words: number, sign: "+" | "−") =>
    words > 0 ? `${sign}${number(words)}` : <span className="nothing">–</span>;
  return (
    <>
      <div className="scroll-x">
        <table className="ledger">
          <caption className="visually-hidden">A week of a group, entry by entry</caption>
          <thead>
            <tr>
              <th scope="col" className="number">
                Entry
              </th>
              <th scope="col">Who</th>
              <th scope="col">What</th>
              <th scope="col" className="number">
                Added
              </th>
              <th scope="col" className="number">
                Words in
              </th>
              <th scope="col" className="number">
                Words out
              </th>
              <th scope="col" className="number">
                On that page
              </th>
            </tr>
          </thead>
          <tbody>
            {steps.map((step, entry) => (
              <tr key={entry}>
                <td className="number quiet">{entry}</td>
                <td>
                  {step.who === null ? (
                    <span className="quiet">nobody</span>
                  ) : (
                    <Author name={step.who} mark={markOf(step.who)} />
                  )}
                </td>
                <td className="note">{step.does}</td>
                <td className="number">
                  {step.who === null ? <span className="nothing">–</span> : counts(step.figures.added, "+")}
                </td>
                <td className="number came">{counts(step.figures.wordsIn, "+")}</td>
                <td className="number went">{counts(step.figures.wordsOut, "−")}</td>
                <td className="number">{number(step.figures.wordsAfter)}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      <div className="scroll-x">
        <table className="ledger">
          <caption className="visually-hidden">What each of them has in the end</caption>
          <thead>
            <tr>
              <th scope="col">Student</th>
              <th scope="col" className="number">
                Added
              </th>
              <th scope="col" className="number">
                Others’ words removed
              </th>
              <th scope="col" className="number">
                Largest arrival
              </th>
              <th scope="col" className="number">
                Standing
              </th>
              <th scope="col" className="number">
                Share
              </th>
            </tr>
          </thead>
          <tbody>
            {exampleAuthors.map((member, index) => {
              const figures = memberFigures(work, member);
              return (
                <tr key={member}>
                  <th scope="row">
                    <Author name={member} mark={index} />
                  </th>
                  <td className="number">{number(figures.added)}</td>
                  <td className="number">{number(figures.removedOthers)}</td>
                  <td className="number">
                    {figures.largestArrival > 0
                      ? `${number(figures.largestArrival)} of ${number(figures.added)}`
                      : "–"}
                  </td>
                  <td className="number">{number(figures.standing)}</td>
                  <td className="number">{percents(shares[index] ?? null)}</td>
                </tr>
              );
            })}
            <tr className="sum">
              <th scope="row">All members</th>
              <td className="number">
                {number(
                  work.deeds.reduce((sum, deed) => sum + (deed.author === null ? 0 : deed.figures.added), 0),
                )}
              </td>
              <td />
              <td />
              <td className="number">{number(group.standing.reduce((sum, words) => sum + words, 0))}</td>
              <td className="number">100 %</td>
            </tr>
          </tbody>
        </table>
      </div>
      <p className="quiet">
        {number(group.starter)} starter words stand apart; balance{" "}
        {percents(Math.round(100 * (group.balance ?? 0)))}.
      </p>
    </>
  );
}
