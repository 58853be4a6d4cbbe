"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Question } from "@/core/marks/round";
import { Button } from "@/ui/forms/Button";
import { parcel } from "@/ui/forms/parcel";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { counted, listed } from "@/ui/words/counts";
import type { Answer } from "@/app/_parts/answers";

interface Round {
  readonly questions: readonly Question[];
  /** Wall clocks of the course. */
  readonly opensAt: string;
  readonly closesAt: string;
  readonly showsMean: boolean;
  readonly assistantsSee: boolean;
}

interface Props {
  /** Null: there is none. */
  readonly round: Round | null;
  readonly missing: readonly { readonly name: string; readonly wiki: string }[];
  readonly answered: number;
  readonly isOpen: boolean;
  readonly store: (round: FormData) => Promise<Answer>;
  readonly remind: () => Promise<Answer>;
}

const usual: Round = {
  questions: [
    {
      id: "did",
      text: "How much of the work did they do?",
      levels: ["Nothing", "Less than their part", "Their part", "More than their part"],
    },
    { id: "relied", text: "Could the group rely on them?", levels: ["No", "Sometimes", "Mostly", "Always"] },
  ],
  opensAt: "",
  closesAt: "",
  showsMean: false,
  assistantsSee: false,
};

/** What teammates are asked about each other, when, and who sees it. Off until it is set. */
export function RoundForm({ round: stored, missing, answered, isOpen, store, remind }: Props) {
  const [round, setRound] = useState<Round | null>(stored);
  const { act, said, isBusy } = useAct();
  const set = (next: Partial<Round>) => setRound({ ...round!, ...next });
  const ask = (at: number, next: Partial<Question>) =>
    set({ questions: round!.questions.map((each, index) => (index === at ? { ...each, ...next } : each)) });
  return (
    <section className="form-part round-form" aria-labelledby="teammates">
      <div>
        <h2 id="teammates">What teammates say</h2>
        <p>
          Each member answers up to four questions about each of the group and about themselves. Those who
          assess see the answers beside the record; teammates never see each other’s.
        </p>
      </div>
      <SteadyForm
        className="fields"
        onSubmit={(event) => {
          event.preventDefault();
          void act(() => store(parcel(round)));
        }}
      >
        {!round && (
          <div>
            <p className="quiet">Nobody is asked.</p>
            <Button size="small" variant="outlined" onClick={() => setRound(usual)}>
              Ask the members
            </Button>
          </div>
        )}
        {round && (
          <>
            {stored && (
              <p>
                {counted(answered, "member has", "members have")} answered
                {missing.length > 0 ? (
                  <>
                    ; {counted(missing.length, "has", "have")} not:{" "}
                    {listed(missing.slice(0, 8).map(({ name }) => name))}
                    {missing.length > 8 ? ` and ${missing.length - 8} more` : ""}.
                  </>
                ) : (
                  ", all of them."
                )}
                {isOpen && missing.length > 0 && (
                  <>
                    {" "}
                    <button
                      type="button"
                      className="plain-button"
                      disabled={isBusy}
                      onClick={() => void act(remind)}
                    >
                      Remind them by mail
                    </button>
                  </>
                )}
              </p>
            )}
            {round.questions.map((question, at) => (
              <div className="question-field" key={question.id}>
                <TextField
                  label={`Question ${at + 1}`}
                  value={question.text}
                  onChange={(event) => ask(at, { text: event.target.value })}
                  slotProps={{ htmlInput: { maxLength: 300 } }}
                />
                <TextField
                  label="Answers, from the least to the most, parted by commas"
                  value={question.levels.join(", ")}
                  onChange={(event) =>
                    ask(at, { levels: event.target.value.split(",").map((level) => level.trimStart()) })
                  }
                  slotProps={{ htmlInput: { maxLength: 700 } }}
                />
                {round.questions.length > 1 && (
                  <button
                    type="button"
                    className="plain-button"
                    onClick={() => set({ questions: round.questions.filter((_, index) => index !== at) })}
                  >
                    Remove the question
                  </button>
                )}
              </div>
            ))}
            {round.questions.length < 4 && (
              <button
                type="button"
                className="plain-button"
                style={{ justifySelf: "start" }}
                onClick={() =>
                  set({
                    questions: [
                      ...round.questions,
                      { id: `q${Date.now().toString(36)}`, text: "", levels: ["No", "In part", "Yes"] },
                    ],
                  })
                }
              >
                Add a question
              </button>
            )}
            <div className="field-row">
              <TextField
                label="Opens"
                type="datetime-local"
                value={round.opensAt}
                onChange={(event) => set({ opensAt: event.target.value })}
                slotProps={{ inputLabel: { shrink: true } }}
              />
              <TextField
                label="Closes"
                type="datetime-local"
                value={round.closesAt}
                onChange={(event) => set({ closesAt: event.target.value })}
                slotProps={{ inputLabel: { shrink: true } }}
              />
            </div>
            <label className="tick">
              <input
                type="checkbox"
                checked={round.showsMean}
                onChange={(event) => set({ showsMean: event.target.checked })}
              />{" "}
              A student sees the mean of what was said of them, once the round has closed and at least three
              answered
            </label>
            <label className="tick">
              <input
                type="checkbox"
                checked={round.assistantsSee}
                onChange={(event) => set({ assistantsSee: event.target.checked })}
              />{" "}
              Assistants see the answers of their groups
            </label>
            <div className="actions">
              <Button type="submit" variant="outlined" disabled={isBusy}>
                {isBusy ? "Storing" : stored ? "Store the round" : "Ask from then on"}
              </Button>
              {!stored && <Button onClick={() => setRound(null)}>Ask nobody</Button>}
            </div>
          </>
        )}
        <Said said={said} />
      </SteadyForm>
    </section>
  );
}
