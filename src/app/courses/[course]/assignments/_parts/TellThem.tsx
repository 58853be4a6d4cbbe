"use client";
import { type Control, useWatch } from "react-hook-form";
import { toAnnounce } from "@/core/assignment/announced";
import type { AssignmentInput } from "@/data/assignments/input";
import { announcedLines } from "@/messages/announced";

interface Props {
  readonly tells: boolean;
  readonly setTells: (tells: boolean) => void;
  /** As it is stored, where it has been published; null: it is to be published. */
  readonly before: AssignmentInput | null;
  readonly control: Control<AssignmentInput>;
  readonly now: string;
}

/** One box: whether those who take part are told, and what they will read. */
export function TellThem({ tells, setTells, before, control, now }: Props) {
  const [title, brief, opensAt, dueAt, cutOffAt, closesAtDue] = useWatch({
    control,
    name: ["title", "brief", "opensAt", "dueAt", "cutOffAt", "closesAtDue"],
  });
  const told = toAnnounce(before, { title, brief, opensAt, dueAt, cutOffAt, closesAtDue });
  const isWhole = /^\d{4}-\d\d-\d\dT\d\d:\d\d$/;
  const lines =
    told && [opensAt, dueAt, ...(cutOffAt === null ? [] : [cutOffAt])].every((at) => isWhole.test(at))
      ? announcedLines(told, now)
      : [];
  return (
    <div className="tell-them">
      <label className="choice">
        <input type="checkbox" checked={tells} onChange={(event) => setTells(event.target.checked)} />
        <span>
          Tell the participants
          <small>
            by mail, and in the news of the course, {before ? "when this is saved" : "when it is published"};
            nobody is told the same twice
          </small>
        </span>
      </label>
      {tells &&
        (lines.length > 0 ? (
          <blockquote className="tell-preview" aria-label="What they will read">
            {lines.map((line) => (
              <p key={line}>{line}</p>
            ))}
          </blockquote>
        ) : (
          <p className="quiet">There is nothing to tell yet: neither the times nor the brief were changed.</p>
        ))}
    </div>
  );
}
