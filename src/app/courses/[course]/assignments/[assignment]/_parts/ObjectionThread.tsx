"use client";
import { useState } from "react";
import type { LineGiven, ObjectionDto } from "@/data/marks/objections";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { figureWords } from "@/ui/words/figures";
import { moment } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";

interface Props {
  readonly objection: ObjectionDto;
  readonly courseId: string;
  readonly assignmentId: string;
  readonly as: "student" | "staff";
  readonly viewerId: string;
  readonly zone: string;
  readonly now: Date;
  readonly isReadOnly: boolean;
  readonly write: (given: LineGiven) => Promise<Answer>;
}

const outcomeWords = {
  "mark changed": "The mark was changed.",
  "mark stays": "The mark stays.",
  withdrawn: "Withdrawn.",
} as const;

/** An objection: what it is about, with the way there, and the thread. */
export function ObjectionThread({
  objection: { about, by, byId, wikiId, at, outcome, lines },
  courseId,
  assignmentId,
  as,
  viewerId,
  zone,
  now,
  isReadOnly,
  write,
}: Props) {
  const { act, said, isBusy } = useAct();
  const [body, setBody] = useState("");
  const [isOpen, setOpen] = useState(outcome === null);
  const [ends, setEnds] = useState<"mark stays" | "mark changed" | "">("mark stays");
  const send = (result: LineGiven["outcome"]) =>
    void act(() => write({ body, outcome: result })).then((isDone) => {
      if (isDone) setBody("");
    });
  const href =
    about.kind === "entry"
      ? paths.entry(courseId, about.pageId, about.number)
      : about.kind === "figure"
        ? as === "staff"
          ? paths.statement(courseId, assignmentId, wikiId, byId, { figure: about.figure })
          : paths.ownStatement(courseId, assignmentId, { figure: about.figure })
        : as === "staff"
          ? paths.assess(courseId, assignmentId, wikiId, { of: byId })
          : "#criteria";
  const title =
    about.kind === "figure"
      ? `the figure “${figureWords[about.figure].label}”`
      : about.kind === "entry"
        ? `entry ${about.number} on “${about.title}”`
        : `the criterion “${about.title}”`;
  return (
    <article className="objection">
      <p>
        <strong>
          {as === "staff" ? (
            <Link href={paths.assess(courseId, assignmentId, wikiId, { of: byId })}>{by}</Link>
          ) : (
            "You"
          )}
        </strong>{" "}
        objected to <Link href={href}>{title}</Link>, {moment(at, zone, now)}.{" "}
        {outcome ? (
          <span className="quiet">{outcomeWords[outcome]}</span>
        ) : (
          <span className="waiting">Open.</span>
        )}
      </p>
      <ul className="lines">
        {lines.map((line, index) => (
          <li key={index}>
            <p>{line.body}</p>
            <p className="quiet">
              {line.byId === viewerId ? "You" : line.by}, {moment(line.at, zone, now)}
            </p>
          </li>
        ))}
      </ul>
      {!isReadOnly && outcome !== "withdrawn" && !isOpen && (
        <button type="button" className="plain-button" onClick={() => setOpen(true)}>
          Say something more
        </button>
      )}
      {!isReadOnly && outcome !== "withdrawn" && isOpen && (
        <SteadyForm
          onSubmit={(event) => {
            event.preventDefault();
            send(as === "staff" ? ends || null : null);
          }}
        >
          <label className="field">
            <span>
              {as === "staff"
                ? `Answer to ${by}`
                : outcome
                  ? "Say something more: it opens the objection again"
                  : "Say something more"}
            </span>
            <textarea
              rows={2}
              maxLength={3000}
              value={body}
              onChange={(event) => setBody(event.target.value)}
            />
          </label>
          <div className="actions">
            {as === "staff" && (
              <label className="plain-label">
                and{" "}
                <select
                  className="plain-select wide"
                  value={ends}
                  onChange={(event) => setEnds(event.target.value as typeof ends)}
                >
                  <option value="mark stays">the mark stays</option>
                  <option value="mark changed">the mark is changed</option>
                  <option value="">it stays open</option>
                </select>
              </label>
            )}
            <Button type="submit" size="small" variant="outlined" disabled={isBusy || body.trim() === ""}>
              {isBusy ? "Sending" : as === "staff" ? "Answer" : "Send"}
            </Button>
            {as === "student" && outcome === null && (
              <Button size="small" disabled={isBusy} onClick={() => send("withdrawn")}>
                Withdraw it
              </Button>
            )}
          </div>
        </SteadyForm>
      )}
      <Said said={said} />
    </article>
  );
}
