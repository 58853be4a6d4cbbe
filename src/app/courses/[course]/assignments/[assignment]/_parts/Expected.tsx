import { Link } from "@/ui/frame/Link";
import { isMet } from "@/core/assignment/expected";
import type { ExpectedDto } from "@/data/assignments/dto";
import { paths } from "@/ui/paths";
import { listed, number } from "@/ui/words/counts";
import { expectationWords } from "@/ui/words/expected";

/**
 * What is expected: for a student a list to work through, for those who review how many have met it and who
 * has not yet.
 */
export function Expected({
  expected: { mine, everyone },
  courseId,
  now,
}: {
  expected: ExpectedDto;
  courseId: string;
  now: Date;
}) {
  return (
    <section className="section" aria-labelledby="expected">
      <h2 id="expected">What is expected</h2>
      {mine && (
        <ul className="expected">
          {mine.map((met, at) => (
            <li key={at} data-met={isMet(met)}>
              <span className="met-sign" aria-hidden="true">
                {isMet(met) ? "✓" : "–"}
              </span>
              <span>
                {expectationWords(met.expectation, now)}
                <span className="visually-hidden">: {isMet(met) ? "done" : "not yet"}</span>
                {!isMet(met) && met.missing.length > 0 && (
                  <span className="quiet"> (missing: {listed(met.missing)})</span>
                )}
              </span>
              <span className="quiet">
                {met.expectation.of === "student" ? "you" : "your wiki"}
                {met.want <= 1
                  ? ""
                  : isMet(met)
                    ? `: ${number(met.have)}`
                    : `: ${number(met.have)} of ${number(met.want)}`}
              </span>
            </li>
          ))}
        </ul>
      )}
      {everyone && (
        <div className="paper mail-list expected-of-all">
          {everyone.map(({ expectation, of, notYet }, at) => (
            <details key={at}>
              <summary>
                <span>{expectationWords(expectation, now)}</span>
                <span className="quiet">
                  {expectation.of === "student" ? "each student" : "each wiki"}
                  {expectation.shown ? "" : ", not shown to students"}
                </span>
                <span className={notYet.length > 0 ? "waiting" : "quiet"}>
                  {number(of - notYet.length)} of {number(of)}
                </span>
              </summary>
              {notYet.length === 0 ? (
                <p className="mail-text quiet">All have met it.</p>
              ) : (
                <ul className="not-yet">
                  {notYet.map((each, row) => (
                    <li key={row}>
                      <Link href={paths.wiki(courseId, each.wikiId)}>{each.name}</Link>{" "}
                      <span className="quiet">
                        {number(each.have)} of {number(each.want)}
                        {each.missing.length > 0 ? `, missing: ${listed(each.missing)}` : ""}
                      </span>
                    </li>
                  ))}
                </ul>
              )}
            </details>
          ))}
        </div>
      )}
    </section>
  );
}
