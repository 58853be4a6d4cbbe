"use client";
import { useState } from "react";
import { figureNames } from "@/core/credit/figure-table";
import type { ObjectionGiven } from "@/data/marks/objections";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { figureWords } from "@/ui/words/figures";
import type { Answer } from "@/app/_parts/answers";

interface Props {
  readonly criteria: readonly { readonly id: string; readonly title: string }[];
  readonly pins: readonly { readonly title: string; readonly pageId: string; readonly number: number }[];
  readonly object: (about: ObjectionGiven["about"], body: string) => Promise<Answer>;
}

/** A student says what of their assessment is wrong: a criterion, a figure, or an entry. */
export function ObjectForm({ criteria, pins, object }: Props) {
  const { act, said, isBusy } = useAct();
  const [about, setAbout] = useState("");
  const [body, setBody] = useState("");
  const [kind, rest] = [about.slice(0, 2), about.slice(2)];
  const chosen = (): ObjectionGiven["about"] => {
    if (kind === "c:") return { kind: "criterion", criterion: rest };
    if (kind === "f:") return { kind: "figure", figure: rest as (typeof figureNames)[number] };
    const pin = pins[Number(rest)]!;
    return { kind: "entry", pageId: pin.pageId, number: pin.number };
  };
  return (
    <details className="no-print object-form">
      <summary>Something here is not right</summary>
      <SteadyForm
        onSubmit={(event) => {
          event.preventDefault();
          void act(() => object(chosen(), body)).then((isDone) => {
            if (isDone) {
              setBody("");
              setAbout("");
            }
          });
        }}
      >
        <label className="field">
          <span>What it is about</span>
          <select value={about} onChange={(event) => setAbout(event.target.value)}>
            <option value="">Choose one</option>
            {criteria.length > 0 && (
              <optgroup label="A criterion">
                {criteria.map(({ id, title }) => (
                  <option key={id} value={`c:${id}`}>
                    {title}
                  </option>
                ))}
              </optgroup>
            )}
            {pins.length > 0 && (
              <optgroup label="An entry that was shown">
                {pins.map(({ title, number }, at) => (
                  <option key={at} value={`e:${at}`}>
                    Entry {number} on “{title}”
                  </option>
                ))}
              </optgroup>
            )}
            <optgroup label="A figure of the record">
              {figureNames.map((name) => (
                <option key={name} value={`f:${name}`}>
                  {figureWords[name].label}
                </option>
              ))}
            </optgroup>
          </select>
        </label>
        <label className="field">
          <span>What is wrong, and why</span>
          <textarea
            rows={3}
            maxLength={3000}
            value={body}
            onChange={(event) => setBody(event.target.value)}
          />
        </label>
        <div className="actions">
          <Button type="submit" variant="outlined" disabled={isBusy || about === "" || body.trim() === ""}>
            {isBusy ? "Sending" : "Object"}
          </Button>
          <span className="quiet">Your instructors see it, and nobody else.</span>
        </div>
        <Said said={said} />
      </SteadyForm>
    </details>
  );
}
