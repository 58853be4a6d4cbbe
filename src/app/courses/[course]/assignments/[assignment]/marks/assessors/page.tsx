import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { fixed } from "@/core/marks/ratio";
import { compareAssessors, dealtGroups } from "@/data/marks/assessors";
import { assessedWikis, assessPlace } from "@/data/marks/place";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted, percent } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";
import { deal, settleDifference } from "../actions";
import { DealTable } from "./_parts/DealTable";
import { SettleForm } from "./_parts/SettleForm";

export const metadata: Metadata = { title: "Assessors" };

/** Weighted kappa in words that need no statistics. */
function kappaWords(kappa: string | null): string {
  if (kappa === null) return "Agreement beyond chance can’t be told: one of the two used one level only.";
  const value = Number(kappa);
  const much =
    value >= 0.8
      ? "nearly complete"
      : value >= 0.6
        ? "good"
        : value >= 0.4
          ? "moderate"
          : value > 0
            ? "weak"
            : "no better than chance";
  return `Agreement beyond what chance would give is ${much} (weighted kappa ${kappa}; 1 is complete, 0 is chance, and levels far apart weigh more).`;
}

/** Who assesses which group, and where two who judged the same work differ. */
export default async function AssessorsPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/marks/assessors">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const [place, dealt, compared] = await Promise.all([
    assessPlace(ctx, course, assignment),
    dealtGroups(ctx, course, assignment),
    compareAssessors(ctx, course, assignment),
  ]);
  if (!place || !dealt || !compared) notFound();
  const wikis = await assessedWikis(ctx, place);
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, course, assignment)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Assessors</h1>
            <p className="quiet">
              Those who run the course assess every group, and assistants the groups that they are given. A
              second assessor judges the same work, and does not see what the first judged until they say that
              they are done.
            </p>
          </div>
          <LinkButton href={paths.marks(course, assignment)} variant="outlined">
            Marks of the class
          </LinkButton>
        </div>
        <DealTable
          wikis={wikis.map(({ id, name }) => ({ id, name }))}
          dealt={dealt}
          isReadOnly={place.isArchived}
          deal={deal.bind(null, course)}
        />
        <section className="section" aria-labelledby="differences">
          <h2 id="differences">Where two differ</h2>
          {compared.both === 0 ? (
            <p className="quiet">No work has been judged by two yet.</p>
          ) : (
            <>
              <p>
                {counted(compared.both, "judgement was", "judgements were")} given by both;{" "}
                {compared.differences.length === 0
                  ? "they are all the same."
                  : `${compared.differences.length} differ, the largest difference first.`}
              </p>
              {compared.agreements.length > 0 && (
                <ul className="plain-list">
                  {compared.agreements.map(({ criterion, agreement }) => (
                    <li key={criterion.id}>
                      <strong>{criterion.title}.</strong> The same level in{" "}
                      {percent(Number(fixed(agreement.equal, 4)))} of {counted(agreement.pairs, "case")}.{" "}
                      {kappaWords(agreement.kappa && fixed(agreement.kappa, 2))}
                    </li>
                  ))}
                </ul>
              )}
              {compared.differences.length > 0 && (
                <div className="scroll-x">
                  <table className="ledger">
                    <thead>
                      <tr>
                        <th scope="col">Of whom</th>
                        <th scope="col">Criterion</th>
                        <th scope="col">First</th>
                        <th scope="col">Second</th>
                        <th scope="col" className="number">
                          Apart
                        </th>
                        <th scope="col">What holds</th>
                      </tr>
                    </thead>
                    <tbody>
                      {compared.differences.map(
                        ({ wikiId, wiki, personId, person, criterion, first, second, apart, settled }) => (
                          <tr key={`${wikiId} ${personId ?? ""} ${criterion.id}`}>
                            <th scope="row">
                              <Link
                                href={paths.assess(
                                  course,
                                  assignment,
                                  wikiId,
                                  personId ? { of: personId } : {},
                                )}
                              >
                                {person ? `${person}, ${wiki}` : wiki}
                              </Link>
                            </th>
                            <td>{criterion.title}</td>
                            <td>
                              {first.told} <small className="quiet">{first.by}</small>
                            </td>
                            <td>
                              {second.told} <small className="quiet">{second.by}</small>
                            </td>
                            <td className="number">{percent(Number(fixed(apart, 4)))}</td>
                            <td>
                              {settled && (
                                <p className="quiet">
                                  Settled by {settled.by}: {settled.reason}
                                </p>
                              )}
                              {!place.isArchived && (
                                <SettleForm
                                  criterion={criterion}
                                  wikiId={wikiId}
                                  personId={personId}
                                  of={[first.id, second.id]}
                                  title={`${criterion.title} of ${person ?? wiki}`}
                                  settle={settleDifference.bind(null, course)}
                                />
                              )}
                            </td>
                          </tr>
                        ),
                      )}
                    </tbody>
                  </table>
                </div>
              )}
            </>
          )}
        </section>
      </div>
    </Frame>
  );
}
