"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Audience, FeedbackDto } from "@/data/review/feedback";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { counted, listed } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { RemarkList, type StockRemarks } from "./RemarkList";
import { changeWords, tellThem, withdrawWords } from "./feedback-actions";

/** Whom those who review can tell something from here. */
export interface Addressee extends Audience {
  readonly label: string;
}

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly told: readonly FeedbackDto[];
  readonly viewerId: string;
  /** What the group is called to which some of it is addressed. */
  readonly groupName: string;
  /** Empty for students, who read. */
  readonly to: readonly Addressee[];
  /** Remarks that whoever writes uses again and again. */
  readonly stock?: StockRemarks;
  readonly zone: string;
  readonly now: Date;
}

/** What was told to all groups, to this one, or to one of it alone; and the place to tell something. */
export function Feedback({ courseId, assignmentId, told, viewerId, groupName, to, stock, zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  const [chosen, setChosen] = useState(0);
  const [body, setBody] = useState("");
  const addressee = to[chosen] ?? to[0];
  const send = () =>
    void act(() => tellThem(courseId, assignmentId, addressee!.wikiId, addressee!.personId, body)).then(
      (isDone) => {
        if (isDone) setBody("");
      },
    );
  return (
    <>
      {told.length > 0 && (
        <ul className="findings feedback">
          {told.map((each) => (
            <Piece
              key={each.id}
              {...{ each, courseId, groupName, zone, now }}
              isOwn={each.authorId === viewerId && to.length > 0}
              isReader={to.length === 0}
            />
          ))}
        </ul>
      )}
      {told.length === 0 && to.length > 0 && <p className="quiet">Nothing has been told yet.</p>}
      {addressee && (
        <SteadyForm
          className="own-word-form"
          onSubmit={(event) => {
            event.preventDefault();
            send();
          }}
        >
          <label className="plain-label">
            Tell{" "}
            <select
              className="plain-select wide"
              value={chosen}
              onChange={(event) => setChosen(Number(event.target.value))}
            >
              {to.map(({ label }, at) => (
                <option key={label} value={at}>
                  {label}
                </option>
              ))}
            </select>
          </label>
          <TextField
            label="Feedback"
            multiline
            minRows={2}
            maxRows={12}
            value={body}
            onChange={(event) => setBody(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 10_000 } }}
          />
          {stock && <RemarkList stock={stock} text={body} put={setBody} />}
          <div className="actions">
            <Button type="submit" variant="outlined" disabled={isBusy || body.trim() === ""}>
              {isBusy ? "Sending" : `Tell ${addressee.label}`}
            </Button>
            <span className="quiet">They get mail that something was said, without what it says.</span>
          </div>
          <Said said={said} />
        </SteadyForm>
      )}
    </>
  );
}

function Piece({
  each,
  courseId,
  groupName,
  isOwn,
  isReader,
  zone,
  now,
}: {
  each: FeedbackDto;
  courseId: string;
  groupName: string;
  isOwn: boolean;
  isReader: boolean;
  zone: string;
  now: Date;
}) {
  const { act, said, isBusy } = useAct();
  const [words, setWords] = useState<string | null>(null);
  const whom = each.personId
    ? isReader
      ? "to you alone"
      : `to ${each.person} alone`
    : each.wikiId
      ? `to ${groupName}`
      : "to all groups";
  return (
    <li>
      <p>
        <strong>{each.author}</strong>{" "}
        <span className="quiet">
          {whom}, {momentAndDistance(each.at, zone, now)}
          {each.editedAt ? ", changed since" : ""}
        </span>
      </p>
      {words !== null ? (
        <form
          className="finding-reason"
          onSubmit={(event) => {
            event.preventDefault();
            void act(() => changeWords(courseId, each.id, words)).then((isDone) => {
              if (isDone) setWords(null);
            });
          }}
        >
          <TextField
            label="Feedback"
            multiline
            minRows={2}
            fullWidth
            autoFocus
            value={words}
            onChange={(event) => setWords(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 10_000 } }}
          />
          <Button type="submit" size="small" variant="outlined" disabled={isBusy || words.trim() === ""}>
            Change it
          </Button>
          <Button size="small" onClick={() => setWords(null)}>
            Cancel
          </Button>
        </form>
      ) : (
        <p className="own-word">{each.withdrawnAt ? <del>{each.body}</del> : each.body}</p>
      )}
      {!isReader && (
        <p className="quiet">
          {each.withdrawnAt
            ? "Withdrawn: they read it no more."
            : each.seenBy.length === 0
              ? "Nobody has opened it yet."
              : `Read by ${listed(each.seenBy)}.`}
        </p>
      )}
      {each.earlier.length > 0 && (
        <details className="quiet">
          <summary>{counted(each.earlier.length, "earlier wording")}</summary>
          {each.earlier.map((was, at) => (
            <p key={at}>
              <del>{was}</del>
            </p>
          ))}
        </details>
      )}
      {isOwn && words === null && (
        <div className="actions">
          {!each.withdrawnAt && (
            <button
              type="button"
              className="plain-button"
              aria-label={`Change: ${each.body.slice(0, 40)}`}
              onClick={() => setWords(each.body)}
            >
              Change
            </button>
          )}
          <button
            type="button"
            className="plain-button"
            disabled={isBusy}
            aria-label={`${each.withdrawnAt ? "Restore" : "Withdraw"}: ${each.body.slice(0, 40)}`}
            onClick={() => void act(() => withdrawWords(courseId, each.id, each.withdrawnAt === null))}
          >
            {each.withdrawnAt ? "Restore" : "Withdraw"}
          </button>
        </div>
      )}
      <Said said={said} />
    </li>
  );
}
