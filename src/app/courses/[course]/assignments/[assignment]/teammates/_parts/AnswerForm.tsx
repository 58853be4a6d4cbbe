"use client";
import { useState } from "react";
import type { Question } from "@/core/marks/round";
import { Author } from "@/ui/authors/AuthorMark";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { useUnsaved } from "@/ui/forms/useUnsaved";
import type { Answer } from "@/app/_parts/answers";

interface Given {
  readonly about: string;
  readonly levels: Readonly<Record<string, number>>;
  readonly line: string;
}

interface Props {
  readonly questions: readonly Question[];
  /** The viewer last. */
  readonly people: readonly {
    readonly id: string;
    readonly name: string;
    readonly mark: number;
    readonly isMe: boolean;
  }[];
  readonly answers: readonly Given[];
  readonly isOpen: boolean;
  readonly store: (given: string) => Promise<Answer>;
}

/** The questions about each member, one's own part last. */
export function AnswerForm({ questions, people, answers, isOpen, store }: Props) {
  const [given, setGiven] = useState<readonly Given[]>(() =>
    people.map(({ id }) => answers.find(({ about }) => about === id) ?? { about: id, levels: {}, line: "" }),
  );
  const [isChanged, setChanged] = useState(false);
  const { act, said, isBusy } = useAct();
  useUnsaved(isChanged);
  const set = (about: string, next: Partial<Given>) => {
    setChanged(true);
    setGiven(given.map((each) => (each.about === about ? { ...each, ...next } : each)));
  };
  const open = given.reduce(
    (sum, { levels }) => sum + questions.filter(({ id }) => levels[id] === undefined).length,
    0,
  );
  return (
    <SteadyForm
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => store(JSON.stringify(given))).then((isDone) => {
          if (isDone) setChanged(false);
        });
      }}
    >
      {people.map(({ id, name, mark, isMe }) => {
        const own = given.find(({ about }) => about === id)!;
        return (
          <div key={id} className="answer-person">
            <h2>
              <Author name={isMe ? "You" : name} mark={mark} />
            </h2>
            {questions.map((question) => (
              <fieldset key={question.id} disabled={!isOpen}>
                <legend>
                  {isMe
                    ? question.text.replace(/\bthey\b/g, "you").replace(/\bthem\b/g, "you")
                    : question.text}
                </legend>
                <div className="answer-levels">
                  {question.levels.map((level, at) => (
                    <label key={at}>
                      <input
                        type="radio"
                        name={`${id} ${question.id}`}
                        checked={own.levels[question.id] === at}
                        onChange={() => set(id, { levels: { ...own.levels, [question.id]: at } })}
                      />{" "}
                      {level}
                    </label>
                  ))}
                </div>
              </fieldset>
            ))}
            <label className="field">
              <span>A line, if you want to say more</span>
              <textarea
                rows={1}
                maxLength={500}
                disabled={!isOpen}
                value={own.line}
                onChange={(event) => set(id, { line: event.target.value })}
              />
            </label>
          </div>
        );
      })}
      {isOpen && (
        <div className="form-foot">
          <Button type="submit" variant="contained" disabled={isBusy || !isChanged}>
            {isBusy ? "Storing" : "Store my answers"}
          </Button>
          {open > 0 && (
            <span className="quiet">
              {open} {open === 1 ? "question is" : "questions are"} open.
            </span>
          )}
          <Said said={said} />
        </div>
      )}
    </SteadyForm>
  );
}
