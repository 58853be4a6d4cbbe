"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { CopyInput } from "@/data/assignments/copy";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { FormPart } from "@/ui/forms/FormPart";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";

interface Props {
  readonly courses: readonly { readonly id: string; readonly name: string }[];
  readonly courseId: string;
  readonly title: string;
  readonly opensOn: string;
  readonly hasGroups: boolean;
  readonly save: (given: CopyInput) => Promise<Answer>;
}

export function CopyForm({ courses, courseId, title, opensOn, hasGroups, save }: Props) {
  const [given, setGiven] = useState<CopyInput>({
    title,
    toCourse: courses.some(({ id }) => id === courseId) ? courseId : (courses[0]?.id ?? ""),
    opensOn,
    withGroups: false,
  });
  const { act, said, isBusy } = useAct();
  if (courses.length === 0)
    return <p className="notice">You run no course that is not archived: there is nowhere to copy it to.</p>;
  return (
    <SteadyForm
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => save(given));
      }}
    >
      <FormPart title="Where to" about="Into this course, or another one that you run.">
        <TextField
          label="Title"
          value={given.title}
          onChange={(event) => setGiven({ ...given, title: event.target.value })}
          required
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
        <label className="plain-label">
          Course{" "}
          <select
            className="plain-select wide"
            value={given.toCourse}
            onChange={(event) => setGiven({ ...given, toCourse: event.target.value })}
          >
            {courses.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <TextField
          label="Opens on"
          type="date"
          value={given.opensOn}
          onChange={(event) => setGiven({ ...given, opensOn: event.target.value })}
          required
          helperText="All its times move by as many days; the time of day stays."
          slotProps={{ inputLabel: { shrink: true } }}
        />
        {hasGroups && given.toCourse === courseId && (
          <label className="choice">
            <input
              type="checkbox"
              checked={given.withGroups}
              onChange={(event) => setGiven({ ...given, withGroups: event.target.checked })}
            />
            <span>
              With the same groups<small>otherwise you choose a set of groups before you publish it</small>
            </span>
          </label>
        )}
      </FormPart>
      <FormPart title="What comes along" about="And what stays behind.">
        <ul className="plain-list">
          <li>
            <strong>Comes along:</strong> the brief, starter pages and templates with their files and who may
            write on them, what is expected, what counts, what is asked about in the review, what members may
            do, and access that was set for the assignment as a whole.
          </li>
          <li>
            <strong>Stays behind:</strong> people and their groups
            {hasGroups && given.toCourse === courseId && given.withGroups ? " (these you keep)" : ""}, wikis
            and all that was written in them, more time, open rooms and readers’ links, access that was set
            for single wikis, pages or people, feedback.
          </li>
        </ul>
      </FormPart>
      <div className="form-foot">
        <div style={{ flex: "1 1 260px" }}>
          <Said said={said} />
        </div>
        <Button type="submit" variant="contained" disabled={isBusy}>
          {isBusy ? "Copying" : "Copy it"}
        </Button>
      </div>
    </SteadyForm>
  );
}
