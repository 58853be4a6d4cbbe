"use client";
import { Link } from "@/ui/frame/Link";
import type { OfferDto } from "@/data/assignments/offers";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

interface Props {
  readonly offers: readonly OfferDto[];
  readonly courseId: string;
  readonly bringIn: (starterId: string) => Promise<Answer>;
}

const whyWords = {
  "both changed it": "students have rewritten it",
  "ours took it away": "students have taken it away",
  "ours changed what theirs took away": "students have written in what is to go",
} as const;

/**
 * Starter pages that have changed since wikis began with them: what comes in, and what stays out because
 * students wrote there.
 */
export function Offers({ offers, courseId, bringIn }: Props) {
  const { act, said, isBusy } = useAct();
  return (
    <section aria-labelledby="offers" style={{ marginBottom: 22 }}>
      <h2 id="offers">Changed starter pages</h2>
      <p className="quiet">
        The wikis began with the texts as they were before. The change comes in where nobody has written; what
        students wrote stays.
      </p>
      {offers.map(({ starterId, title, pages }) => {
        const ready = pages.filter(({ changes }) => changes > 0);
        const met = pages.filter(({ leftOut }) => leftOut.length > 0);
        return (
          <div className="paper offer" key={starterId}>
            <div className="actions">
              <p style={{ flex: 1 }}>
                <strong>{title}</strong>{" "}
                <span className="quiet">
                  comes into {counted(ready.length, "wiki")} of {pages.length}
                  {met.length > 0 ? `; in ${met.length} some of it meets what students wrote` : ""}
                </span>
              </p>
              <Button
                size="small"
                variant="outlined"
                disabled={isBusy}
                onClick={() => void act(() => bringIn(starterId))}
              >
                {ready.length > 0
                  ? `Bring the change into ${counted(ready.length, "wiki")}`
                  : "Leave them as they are"}
              </Button>
            </div>
            {met.length > 0 && (
              <details>
                <summary>What stays out</summary>
                <div className="scroll-x">
                  <table className="ledger">
                    <thead>
                      <tr>
                        <th scope="col">Wiki</th>
                        <th scope="col">Why</th>
                        <th scope="col">The starter page says</th>
                        <th scope="col">The wiki says</th>
                      </tr>
                    </thead>
                    <tbody>
                      {met.flatMap(({ pageId, wiki, leftOut }) =>
                        leftOut.map((each, at) => (
                          <tr key={`${pageId} ${at}`}>
                            <th scope="row">
                              <Link href={paths.page(courseId, pageId)}>{wiki}</Link>
                            </th>
                            <td>{whyWords[each.why]}</td>
                            <td className="note">
                              {each.theirs || <span className="nothing">nothing any more</span>}
                            </td>
                            <td className="note">
                              {each.ours || <span className="nothing">nothing any more</span>}
                            </td>
                          </tr>
                        )),
                      )}
                    </tbody>
                  </table>
                </div>
              </details>
            )}
          </div>
        );
      })}
      <Said said={said} />
    </section>
  );
}
