"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { type Changed, undo } from "../actions";
import type { LogLine } from "./log-lines";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

/** Every change of access of the assignment: who, when, what stood before and after. Each can be undone. */
export function LogTable({
  courseId,
  lines,
  zone,
  now,
}: {
  courseId: string;
  lines: readonly LogLine[];
  zone: string;
  now: Date;
}) {
  const router = useRouter();
  const [said, setSaid] = useState<Changed | null>(null);
  const [busy, setBusy] = useState<string | null>(null);

  async function takeBack(line: LogLine): Promise<void> {
    setBusy(line.id);
    const answer = await answerOf(undo(courseId, line.id));
    setSaid(answer ?? { kind: "wrong", text: seeWhatHolds });
    if (answer?.kind === "done") router.refresh();
    setBusy(null);
  }

  return (
    <section className="section" aria-labelledby="access-log">
      <h2 id="access-log">Log</h2>
      <div role="status">{said && <p className={`notice ${said.kind}`}>{said.text}</p>}</div>
      {lines.length === 0 ? (
        <p className="quiet">
          Nothing has been set by hand or changed since: what holds comes from the assignment’s own times.
        </p>
      ) : (
        <div className="scroll-x">
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">When</th>
                <th scope="col">By</th>
                <th scope="col">What</th>
                <th scope="col">Before</th>
                <th scope="col">After</th>
                <th scope="col">
                  <span className="visually-hidden">Undo</span>
                </th>
              </tr>
            </thead>
            {lines.map((line) => (
              <Line
                key={line.id}
                courseId={courseId}
                line={line}
                zone={zone}
                now={now}
                isBusy={busy !== null}
                undo={() => void takeBack(line)}
              />
            ))}
          </table>
        </div>
      )}
    </section>
  );
}

const kindWords: Record<LogLine["kind"], string> = {
  set: "",
  undo: "",
  "more time": "More time. ",
  "door opened": "Opened. ",
  "door ended": "Ended. ",
  powers: "",
  times: "",
  archived: "",
  reopened: "",
};

/** A change: a row for each thing that it set, below one date and one author. */
function Line({
  courseId,
  line,
  zone,
  now,
  isBusy,
  undo: takeBack,
}: {
  courseId: string;
  line: LogLine;
  zone: string;
  now: Date;
  isBusy: boolean;
  undo: () => void;
}) {
  const { whats, more } = line;
  const about =
    line.kind === "undo" && line.undid
      ? `Undid what was set ${moment(line.undid, zone, now)}. `
      : kindWords[line.kind];
  const canUndo =
    line.kind === "set" || line.kind === "more time" || line.kind === "powers" || line.kind === "times";
  const rows = { rowSpan: whats.length };
  return (
    <tbody className={line.undoneAt ? "undone" : undefined}>
      {whats.map(({ what, before, after }, at) => (
        <tr key={what + before}>
          {at === 0 && (
            <>
              <td {...rows}>{moment(line.at, zone, now)}</td>
              <td {...rows}>{line.by}</td>
            </>
          )}
          <td>
            {at === 0 && about}
            {what}
            {at === whats.length - 1 && more > 0 && (
              <div className="quiet">and {counted(more, "other")} of other kinds</div>
            )}
          </td>
          <td>{before}</td>
          <td>{after}</td>
          {at === 0 && (
            <td {...rows} className="row-actions">
              {(line.kind === "archived" || line.kind === "reopened") && (
                <Link href={paths.settings(courseId)}>Settings of the course</Link>
              )}
              {canUndo &&
                (line.undoneAt ? (
                  <span className="quiet">undone {moment(line.undoneAt, zone, now)}</span>
                ) : (
                  <button type="button" className="plain-button" disabled={isBusy} onClick={takeBack}>
                    Undo
                  </button>
                ))}
            </td>
          )}
        </tr>
      ))}
    </tbody>
  );
}
