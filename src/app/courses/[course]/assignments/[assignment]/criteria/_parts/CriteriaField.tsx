"use client";
import TextField from "@mui/material/TextField";
import { customAlphabet } from "nanoid";
import { useState } from "react";
import { type Criterion, type Judging, type Level, mostCriteria, mostLevels } from "@/core/marks/criteria";
import { Button } from "@/ui/forms/Button";
import { judgingWords, ofWords } from "@/ui/words/marks";
import type { Checkable } from "./checkable";

const newId = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 8);

interface Props {
  readonly criteria: readonly Criterion[];
  readonly expected: readonly Checkable[];
  readonly change: (criteria: readonly Criterion[]) => void;
}

const newLevels = (): Level[] =>
  ["Not met", "In part", "Met"].map((title, at) => ({
    id: newId(),
    title,
    description: "",
    points: String(at),
  }));

/** The criteria in their order, each opened in its place. */
export function CriteriaField({ criteria, expected, change }: Props) {
  const [open, setOpen] = useState<readonly string[]>([]);
  const [now] = useState(() => new Date());
  const set = (id: string, next: Partial<Criterion>) =>
    change(criteria.map((each) => (each.id === id ? { ...each, ...next } : each)));
  const move = (at: number, by: -1 | 1) => {
    const next = [...criteria];
    [next[at], next[at + by]] = [next[at + by]!, next[at]!];
    change(next);
  };
  const add = (of: Criterion["of"]) => {
    const id = newId();
    change([
      ...criteria,
      { id, title: "", description: "", of, weight: "1", judging: { by: "levels", levels: newLevels() } },
    ]);
    setOpen([...open, id]);
  };
  return (
    <>
      {criteria.length === 0 && (
        <p className="notice">No criteria yet. Without any, marks are set directly.</p>
      )}
      {criteria.map((criterion, at) => {
        const { id, title, of, weight, judging } = criterion;
        return (
          <details
            className="starter"
            key={id}
            open={open.includes(id)}
            onToggle={(event) => {
              const isOpen = event.currentTarget.open;
              setOpen((all) =>
                isOpen ? [...all.filter((each) => each !== id), id] : all.filter((each) => each !== id),
              );
            }}
          >
            <summary>
              {title || `Criterion ${at + 1}`}
              <small>
                {ofWords[of]}, weight {weight}, {judgingWords(judging, now)}
              </small>
            </summary>
            <div>
              <TextField
                label="Title"
                value={title}
                onChange={(event) => set(id, { title: event.target.value })}
                slotProps={{ htmlInput: { maxLength: 200 } }}
              />
              <TextField
                label="What it asks"
                multiline
                minRows={1}
                maxRows={8}
                value={criterion.description}
                onChange={(event) => set(id, { description: event.target.value })}
                slotProps={{ htmlInput: { maxLength: 2000 } }}
              />
              <div className="field-row">
                <label className="field">
                  <span>Judged of</span>
                  <select
                    value={of}
                    onChange={(event) =>
                      set(id, {
                        of: event.target.value as Criterion["of"],
                        ...(judging.by === "expectation"
                          ? { judging: { by: "levels", levels: newLevels() } }
                          : {}),
                      })
                    }
                  >
                    <option value="group">{ofWords.group}</option>
                    <option value="student">{ofWords.student}</option>
                  </select>
                </label>
                <label className="field">
                  <span>Judged by</span>
                  <select
                    value={judging.by}
                    onChange={(event) =>
                      set(id, { judging: judgingOf(event.target.value as Judging["by"], of, expected) })
                    }
                  >
                    <option value="levels">levels</option>
                    <option value="points">points</option>
                    {expected.some((each) => each.of === of) && (
                      <option value="expectation">what is expected: met or not, checked automatically</option>
                    )}
                  </select>
                </label>
                <TextField
                  label="Weight"
                  value={weight}
                  onChange={(event) => set(id, { weight: event.target.value })}
                  slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 20 } }}
                />
              </div>
              <JudgingField
                judging={judging}
                of={of}
                expected={expected}
                change={(next) => set(id, { judging: next })}
              />
              <div className="actions">
                <button
                  type="button"
                  className="plain-button"
                  disabled={at === 0}
                  onClick={() => move(at, -1)}
                >
                  Move up
                </button>
                <button
                  type="button"
                  className="plain-button"
                  disabled={at === criteria.length - 1}
                  onClick={() => move(at, 1)}
                >
                  Move down
                </button>
                <button
                  type="button"
                  className="plain-button"
                  aria-label={`Remove the criterion ${title}`}
                  onClick={() => change(criteria.filter((each) => each.id !== id))}
                >
                  Remove
                </button>
              </div>
            </div>
          </details>
        );
      })}
      {criteria.length < mostCriteria && (
        <div className="actions">
          <Button size="small" variant="outlined" onClick={() => add("group")}>
            Add a criterion for the group
          </Button>
          <Button size="small" variant="outlined" onClick={() => add("student")}>
            Add one for each student
          </Button>
        </div>
      )}
    </>
  );
}

function judgingOf(by: Judging["by"], of: Criterion["of"], expected: readonly Checkable[]): Judging {
  return by === "levels"
    ? { by, levels: newLevels() }
    : by === "points"
      ? { by, most: "10" }
      : { by, expectation: expected.find((each) => each.of === of)!.text };
}

function JudgingField({
  judging,
  of,
  expected,
  change,
}: {
  readonly judging: Judging;
  readonly of: Criterion["of"];
  readonly expected: readonly Checkable[];
  readonly change: (judging: Judging) => void;
}) {
  if (judging.by === "points")
    return (
      <TextField
        label="Most points"
        value={judging.most}
        onChange={(event) => change({ ...judging, most: event.target.value })}
        slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 20 } }}
        style={{ maxWidth: 160 }}
      />
    );
  if (judging.by === "expectation") {
    return (
      <label className="field">
        <span>What is looked for</span>
        <select
          value={judging.expectation}
          onChange={(event) => change({ by: "expectation", expectation: event.target.value })}
        >
          {!expected.some(({ text }) => text === judging.expectation) && (
            <option value={judging.expectation}>As it was set up before</option>
          )}
          {expected
            .filter((each) => each.of === of)
            .map(({ text, words }) => (
              <option key={text} value={text}>
                {words}
              </option>
            ))}
        </select>
      </label>
    );
  }
  const { levels } = judging;
  const set = (at: number, next: Partial<Level>) =>
    change({
      by: "levels",
      levels: levels.map((level, index) => (index === at ? { ...level, ...next } : level)),
    });
  return (
    <div className="level-fields">
      <p className="field-name">Levels, from the lowest</p>
      <ol>
        {levels.map((level, at) => (
          <li key={level.id}>
            <input
              className="plain-input"
              aria-label={`Title of level ${at + 1}`}
              placeholder="Title"
              value={level.title}
              maxLength={200}
              onChange={(event) => set(at, { title: event.target.value })}
            />
            <input
              className="plain-input number"
              aria-label={`Points of level ${at + 1}`}
              inputMode="decimal"
              value={level.points}
              maxLength={20}
              onChange={(event) => set(at, { points: event.target.value })}
            />
            <input
              className="plain-input light"
              aria-label={`What level ${at + 1} says`}
              placeholder="What it says"
              value={level.description}
              maxLength={2000}
              onChange={(event) => set(at, { description: event.target.value })}
            />
            <button
              type="button"
              className="plain-button"
              disabled={levels.length <= 2}
              aria-label={`Remove level ${at + 1}`}
              onClick={() => change({ by: "levels", levels: levels.filter((_, index) => index !== at) })}
            >
              Remove
            </button>
          </li>
        ))}
      </ol>
      {levels.length < mostLevels && (
        <button
          type="button"
          className="plain-button"
          onClick={() =>
            change({
              by: "levels",
              levels: [...levels, { id: newId(), title: "", description: "", points: String(levels.length) }],
            })
          }
        >
          Add a level
        </button>
      )}
    </div>
  );
}
