"use client";
import { Link } from "@/ui/frame/Link";
import type { GivenDto } from "@/data/doors/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { takeBack } from "../actions";

/** What was given to whom, by whom and when; each can be taken back, and stays in the list. */
export function GivenLog({
  courseId,
  log,
  zone,
  now,
}: {
  courseId: string;
  log: readonly GivenDto[];
  zone: string;
  now: Date;
}) {
  const { act, said, isBusy } = useAct();
  if (log.length === 0) return null;
  return (
    <section className="section" aria-labelledby="given">
      <h2 id="given">What was given</h2>
      <Said said={said} />
      <div className="scroll-x">
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">When</th>
              <th scope="col">By</th>
              <th scope="col">What</th>
              <th scope="col">To</th>
              <th scope="col">
                <span className="visually-hidden">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {log.map((line) => (
              <tr key={line.id} className={line.undoneAt ? "undone" : undefined}>
                <td>{moment(line.at, zone, now)}</td>
                <td>{line.by}</td>
                <td>
                  {line.entry ? (
                    <Link href={paths.entry(courseId, line.entry.pageId, line.entry.number)}>
                      Entry {line.entry.number} of {line.entry.page}
                    </Link>
                  ) : (
                    "All"
                  )}{" "}
                  by {line.from}
                </td>
                <td>{line.to}</td>
                <td className="row-actions">
                  {line.undoneAt ? (
                    <span className="quiet">taken back {moment(line.undoneAt, zone, now)}</span>
                  ) : (
                    <button
                      type="button"
                      className="plain-button"
                      disabled={isBusy}
                      onClick={() => void act(() => takeBack(courseId, line.id))}
                    >
                      Take back
                    </button>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}
