"use client";
import { useState } from "react";
import { isFound } from "@/core/credit/candidates";
import { type Thresholds, usualThresholds } from "@/core/credit/findings";
import type { ThresholdsDto } from "@/data/review/thresholds";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { useUnsaved } from "@/ui/forms/useUnsaved";
import { counted, number, percent } from "@/ui/words/counts";
import { findingNames } from "@/ui/words/findings";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { LinkButton } from "@/ui/forms/LinkButton";

interface Range {
  readonly name: keyof Thresholds;
  /** What is found from there on. */
  readonly label: string;
  readonly least: number;
  readonly most: number;
  readonly step: number;
  readonly told: (value: number) => string;
}

const part = { least: 0.3, most: 1, step: 0.05, told: percent };
const words = { told: (value: number) => counted(value, "word") };

const ranges: readonly Range[] = [
  { name: "lastDayPart", label: "Most just before it was due: of what somebody added, from", ...part },
  { name: "oneGoPart", label: "Most in one go: of what somebody added, within twelve hours, from", ...part },
  {
    name: "oneGoWords",
    label: "Most in one go: and in words, from",
    least: 50,
    most: 1000,
    step: 10,
    ...words,
  },
  { name: "repeatedWords", label: "Repeated text: in all, from", least: 10, most: 300, step: 10, ...words },
  { name: "shareOfOne", label: "One author for most: of the members’ standing words, from", ...part },
  {
    name: "arrivalWords",
    label: "Much at once: in one entry, from",
    least: 50,
    most: 1000,
    step: 10,
    ...words,
  },
  { name: "arrivalPart", label: "Much at once: and of all that they added, from", ...part },
  {
    name: "removedWords",
    label: "Removed, not talked about: of one teammate’s in all, from",
    least: 20,
    most: 500,
    step: 10,
    ...words,
  },
  {
    name: "backAndForthWords",
    label: "Back and forth: in all turns, from",
    least: 20,
    most: 600,
    step: 10,
    ...words,
  },
  {
    name: "entriesOnOwnPages",
    label: "Only own pages: having saved, from",
    least: 2,
    most: 30,
    step: 1,
    told: (value) => counted(value, "entry", "entries"),
  },
];

interface Props {
  readonly found: ThresholdsDto;
  readonly backHref: string;
  readonly save: (thresholds: Thresholds | null) => Promise<Answer>;
}

/** Sliders, and what they would find. */
export function ThresholdForm({ found: { thresholds: stored, groups, isUsual }, backHref, save }: Props) {
  const [thresholds, setThresholds] = useState(stored);
  const { act, said, isBusy } = useAct();
  const isChanged = ranges.some(({ name }) => thresholds[name] !== stored[name]);
  useUnsaved(isChanged);
  const isAsUsual = ranges.every(({ name }) => thresholds[name] === usualThresholds[name]);
  const hits = groups
    .map((group) => ({ ...group, candidates: group.candidates.filter((each) => isFound(each, thresholds)) }))
    .filter((group) => group.candidates.length > 0);
  const sum = (all: typeof hits) => all.reduce((total, group) => total + group.candidates.length, 0);
  const before = groups.reduce(
    (total, group) => total + group.candidates.filter((each) => isFound(each, stored)).length,
    0,
  );
  return (
    <form
      className="thresholds"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => save(isAsUsual ? null : thresholds));
      }}
    >
      <div className="paper threshold-ranges">
        {ranges.map(({ name, label, least, most, step, told }) => (
          <label key={name}>
            <span>
              {label} <b>{told(thresholds[name])}</b>
            </span>
            <input
              type="range"
              min={least}
              max={most}
              step={step}
              value={thresholds[name]}
              aria-valuetext={told(thresholds[name])}
              onChange={(event) => setThresholds({ ...thresholds, [name]: Number(event.target.value) })}
            />
            {thresholds[name] !== usualThresholds[name] && (
              <small className="quiet">usually {told(usualThresholds[name])}</small>
            )}
          </label>
        ))}
        <div className="actions">
          <Button type="submit" variant="contained" disabled={isBusy || !isChanged}>
            {isBusy ? "Saving" : "Ask from there on"}
          </Button>
          <Button variant="text" disabled={isAsUsual} onClick={() => setThresholds(usualThresholds)}>
            As usual
          </Button>
          <LinkButton href={backHref} variant="text">
            Back to the class
          </LinkButton>
        </div>
        <Said said={said} />
        {isUsual && !isChanged && <p className="quiet">These are the usual ones.</p>}
      </div>
      <section aria-labelledby="would-find">
        <h2 id="would-find">{isChanged ? "What this would find" : "What this finds"}</h2>
        <p aria-live="polite">
          <strong>{counted(sum(hits), "finding")}</strong> in {counted(hits.length, "group")}
          {isChanged ? <span className="quiet">; {number(before)} as it is stored</span> : null}.{" "}
          <span className="quiet">
            Words of nobody, loose pages and what was expected are asked about in any case, and not among
            these.
          </span>
        </p>
        <ul className="threshold-hits">
          {hits.map(({ wikiId, name, candidates }) => (
            <li key={wikiId}>
              <strong>{name}</strong>{" "}
              {candidates.map(({ kind, names }, at) => (
                <span key={at}>
                  {at > 0 && "; "}
                  {findingNames[kind]} <span className="quiet">({names.join(", ")})</span>
                </span>
              ))}
            </li>
          ))}
        </ul>
      </section>
    </form>
  );
}
