"use client";
import { useState } from "react";
import { useFormContext, useWatch } from "react-hook-form";
import { type Expectation, studentMeasures } from "@/core/assignment/expected";
import type { AssignmentInput } from "@/data/assignments/input";
import { Button } from "@/ui/forms/Button";
import { expectationWords, measureWords } from "@/ui/words/expected";

/** What can be expected, as it stands in the list of kinds. */
const kinds: readonly { readonly label: string; readonly make: (home: string) => Expectation }[] = [
  ...studentMeasures.map((measure) => ({
    label: `Of each student: ${measureWords[measure][1]}`,
    make: (): Expectation => ({
      of: "student",
      measure,
      number: measure === "words" ? 300 : 3,
      by: null,
      shown: true,
    }),
  })),
  {
    label: "Of the wiki: a page that says something",
    make: () => ({ of: "wiki", kind: "page", title: "", shown: true }),
  },
  {
    label: "Of the wiki: a section of a page",
    make: (home) => ({ of: "wiki", kind: "section", title: home, heading: "", shown: true }),
  },
  {
    label: "Of the wiki: the home page leads to every page",
    make: () => ({ of: "wiki", kind: "home links to all", shown: true }),
  },
  {
    label: "Of the wiki: every page leads home",
    make: () => ({ of: "wiki", kind: "all link home", shown: true }),
  },
  {
    label: "Of the wiki: links to sources on each page",
    make: () => ({ of: "wiki", kind: "links on each page", number: 1, shown: true }),
  },
  {
    label: "Of the wiki: sources named on each page",
    make: () => ({ of: "wiki", kind: "sources on each page", number: 1, shown: true }),
  },
  {
    label: "Of the wiki: where each picture comes from",
    make: () => ({ of: "wiki", kind: "origin of each picture", shown: true }),
  },
];

/** The list of what is expected, each with its number and whether students see it. */
export function ExpectedField() {
  const {
    control,
    setValue,
    formState: { errors },
  } = useFormContext<AssignmentInput>();
  const expected = useWatch({ control, name: "expected" }) as Expectation[];
  const [now] = useState(() => new Date());
  const home = useWatch({ control, name: "starterPages.0.title" });
  const set = (next: readonly Expectation[]) =>
    setValue("expected", [...next], { shouldDirty: true, shouldValidate: errors.expected !== undefined });
  const change = (at: number, next: Expectation) =>
    set(expected.map((each, index) => (index === at ? next : each)));
  return (
    <>
      {expected.length > 0 && (
        <ul className="expected-fields">
          {expected.map((each, at) => (
            <li key={at}>
              <div className="expected-parts">{parts(each, (next) => change(at, next))}</div>
              <label className="tick">
                <input
                  type="checkbox"
                  checked={each.shown}
                  onChange={(event) => change(at, { ...each, shown: event.target.checked })}
                />{" "}
                Students see it
              </label>
              <button
                type="button"
                className="plain-button"
                aria-label={`Expect no longer: ${expectationWords(each, now)}`}
                onClick={() => set(expected.filter((_, index) => index !== at))}
              >
                Remove
              </button>
              {errors.expected?.[at] && (
                <p className="field-problem">
                  Something is missing here: {firstMessage(errors.expected[at])}.
                </p>
              )}
            </li>
          ))}
        </ul>
      )}
      <label className="plain-label">
        Expect{" "}
        <select
          className="plain-select wide"
          value=""
          onChange={(event) => {
            if (event.target.value !== "") set([...expected, kinds[Number(event.target.value)]!.make(home)]);
          }}
        >
          <option value="">something more</option>
          {kinds.map(({ label }, at) => (
            <option key={label} value={at}>
              {label}
            </option>
          ))}
        </select>
      </label>
      {expected.length > 1 && (
        <Button size="small" onClick={() => set([])} style={{ justifySelf: "start" }}>
          Expect nothing
        </Button>
      )}
    </>
  );
}

function firstMessage(error: unknown): string {
  const found = Object.values((error ?? {}) as Record<string, { message?: string } | undefined>).find(
    (each) => each?.message,
  );
  return found?.message ?? "look at its fields";
}

function parts(each: Expectation, change: (next: Expectation) => void) {
  const text = (label: string, value: string, put: (value: string) => void) => (
    <input
      className="plain-input"
      aria-label={label}
      placeholder={label}
      value={value}
      maxLength={200}
      onChange={(event) => put(event.target.value)}
    />
  );
  const number = (value: number, put: (value: number) => void) => (
    <input
      className="plain-input number"
      type="number"
      min={1}
      aria-label="How many at least"
      value={value}
      onChange={(event) => put(Math.max(1, Math.floor(Number(event.target.value) || 1)))}
    />
  );
  if (each.of === "student") {
    return (
      <>
        {number(each.number, (value) => change({ ...each, number: value }))}
        <span>{measureWords[each.measure][each.number === 1 ? 0 : 1]}</span>
        <label className="plain-label">
          by{" "}
          <input
            className="plain-input"
            type="datetime-local"
            aria-label="By when (empty: at any time)"
            value={each.by ?? ""}
            onChange={(event) => change({ ...each, by: event.target.value || null })}
          />
        </label>
      </>
    );
  }
  switch (each.kind) {
    case "page":
      return (
        <>
          <span>a page called</span>
          {text("Title of the page", each.title, (title) => change({ ...each, title }))}
        </>
      );
    case "section":
      return (
        <>
          <span>a section</span>
          {text("Heading", each.heading, (heading) => change({ ...each, heading }))}
          <span>on</span>
          {text("Title of the page", each.title, (title) => change({ ...each, title }))}
        </>
      );
    case "links on each page":
      return (
        <>
          {number(each.number, (value) => change({ ...each, number: value }))}
          <span>
            {each.number === 1 ? "link to a source" : "links to sources"} on each page but the home page
          </span>
        </>
      );
    case "sources on each page":
      return (
        <>
          {number(each.number, (value) => change({ ...each, number: value }))}
          <span>{each.number === 1 ? "source" : "sources"} named on each page but the home page</span>
        </>
      );
    case "home links to all":
      return <span>the home page leads to every page</span>;
    case "all link home":
      return <span>every page leads back to the home page</span>;
    case "origin of each picture":
      return <span>of every picture, where it comes from</span>;
    default:
      return each satisfies never;
  }
}
