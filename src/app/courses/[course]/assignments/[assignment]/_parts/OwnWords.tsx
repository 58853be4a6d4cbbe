"use client";
import TextField from "@mui/material/TextField";
import { Link } from "@/ui/frame/Link";
import { useState } from "react";
import type { OwnWordDto } from "@/data/review/own-words";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { answerWord, say, takeBack } from "./own-word-actions";
import { ownWordNames } from "./own-word-names";

const kinds = {
  "stands for": "An entry that I stand for (three at most)",
  "done outside": "Something I did outside the wiki",
  objection: "Something in this account that is wrong",
} as const;

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly said: readonly OwnWordDto[];
  /** Whether the viewer is the student; otherwise they answer. */
  readonly isOwn: boolean;
  /** Entries of the student that they can stand for, the newest first. */
  readonly entries?: readonly { readonly pageId: string; readonly number: number; readonly label: string }[];
  readonly zone: string;
  readonly now: Date;
}

/** What the student says beside the record, and what was answered. */
export function OwnWords({ courseId, wikiId, said: words, isOwn, entries = [], zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  const [kind, setKind] = useState<OwnWordDto["kind"]>("done outside");
  const [body, setBody] = useState("");
  const [chosen, setChosen] = useState(0);
  const entry = kind === "stands for" ? (entries[chosen] ?? null) : null;
  const [answering, setAnswering] = useState<string | null>(null);
  const [answer, setAnswer] = useState("");
  return (
    <>
      {words.length === 0 && !isOwn && <p className="quiet">Nothing was said beside the record.</p>}
      {words.length > 0 && (
        <ul className="findings own-words">
          {words.map((each) => (
            <li key={each.id}>
              <p>
                <strong>{ownWordNames[each.kind]}</strong>
                {each.entry && (
                  <>
                    {" "}
                    <Link href={paths.entry(courseId, each.entry.pageId, each.entry.number)}>
                      entry {each.entry.number} of “{each.entry.title}”
                    </Link>
                  </>
                )}{" "}
                <span className="quiet">{moment(each.at, zone, now)}</span>
              </p>
              <p className="own-word">{each.body}</p>
              {each.answer && (
                <blockquote>
                  <span className="quiet">
                    {each.answer.by}, {moment(each.answer.at, zone, now)}
                  </span>
                  <br />
                  {each.answer.body}
                </blockquote>
              )}
              {isOwn && (
                <button
                  type="button"
                  className="plain-button"
                  disabled={isBusy}
                  aria-label={`Withdraw: ${each.body.slice(0, 40)}`}
                  onClick={() => void act(() => takeBack(courseId, each.id))}
                >
                  Withdraw
                </button>
              )}
              {!isOwn &&
                (answering === each.id ? (
                  <form
                    className="finding-reason"
                    onSubmit={(event) => {
                      event.preventDefault();
                      void act(() => answerWord(courseId, each.id, answer)).then((isDone) => {
                        if (isDone) setAnswering(null);
                      });
                    }}
                  >
                    <TextField
                      label="Answer"
                      multiline
                      minRows={2}
                      fullWidth
                      autoFocus
                      value={answer}
                      onChange={(event) => setAnswer(event.target.value)}
                      slotProps={{ htmlInput: { maxLength: 2000 } }}
                    />
                    <Button
                      type="submit"
                      size="small"
                      variant="outlined"
                      disabled={isBusy || answer.trim() === ""}
                    >
                      Send the answer
                    </Button>
                    <Button size="small" onClick={() => setAnswering(null)}>
                      Cancel
                    </Button>
                  </form>
                ) : (
                  <button
                    type="button"
                    className="plain-button"
                    onClick={() => {
                      setAnswering(each.id);
                      setAnswer(each.answer?.body ?? "");
                    }}
                  >
                    {each.answer ? "Answer anew" : "Answer"}
                  </button>
                ))}
            </li>
          ))}
        </ul>
      )}
      {isOwn && (
        <SteadyForm
          className="own-word-form"
          onSubmit={(event) => {
            event.preventDefault();
            void act(() =>
              say(courseId, wikiId, kind, body, entry && { pageId: entry.pageId, number: entry.number }),
            ).then((isDone) => {
              if (isDone) setBody("");
            });
          }}
        >
          <label className="plain-label">
            Say{" "}
            <select
              className="plain-select wide"
              value={kind}
              onChange={(event) => setKind(event.target.value as OwnWordDto["kind"])}
            >
              {Object.entries(kinds).map(([each, words]) => (
                <option key={each} value={each}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          {kind === "stands for" &&
            (entries.length === 0 ? (
              <p className="quiet">You have saved nothing yet.</p>
            ) : (
              <label className="plain-label">
                Which{" "}
                <select
                  className="plain-select wide"
                  value={chosen}
                  onChange={(event) => setChosen(Number(event.target.value))}
                >
                  {entries.map(({ pageId, number, label }, at) => (
                    <option key={`${pageId} ${number}`} value={at}>
                      {label}
                    </option>
                  ))}
                </select>
              </label>
            ))}
          <TextField
            label="In your words, for your instructor"
            multiline
            minRows={2}
            maxRows={8}
            value={body}
            onChange={(event) => setBody(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 2000 } }}
          />
          <div className="actions">
            <Button
              type="submit"
              variant="outlined"
              disabled={isBusy || body.trim() === "" || (kind === "stands for" && !entry)}
            >
              Put it beside the record
            </Button>
          </div>
        </SteadyForm>
      )}
      <Said said={said} />
    </>
  );
}
