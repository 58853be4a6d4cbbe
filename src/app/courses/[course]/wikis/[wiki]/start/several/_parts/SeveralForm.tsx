"use client";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import type { Several } from "@/data/pages/several";
import { BelowChoice } from "@/ui/contents/BelowChoice";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { counted } from "@/ui/words/counts";
import { startAll } from "../actions";

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly members: readonly string[];
  readonly isInstructor: boolean;
  readonly templates: readonly { readonly id: string; readonly title: string }[];
  readonly pages: readonly { readonly id: string; readonly title: string; readonly depth: number }[];
}

/** Titles, one on each line, and what is the same for all of the pages. */
export function SeveralForm({ courseId, wikiId, members, isInstructor, templates, pages }: Props) {
  const { act, said, isBusy } = useAct();
  const [lines, setLines] = useState("");
  const [more, setMore] = useState<Omit<Several, "titles">>({
    forMembers: "no",
    templateId: null,
    below: null,
  });
  const titles = lines
    .split(/\r?\n/)
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const count = new Set(
    [...titles, ...(more.forMembers === "no" ? [] : members)].map((title) => title.toLowerCase()),
  ).size;
  return (
    <SteadyForm
      className="paper form-paper"
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => startAll(courseId, wikiId, JSON.stringify({ titles, ...more })));
      }}
    >
      <TextField
        label="Titles, one on each line"
        multiline
        minRows={5}
        maxRows={16}
        value={lines}
        onChange={(event) => setLines(event.target.value)}
      />
      {members.length > 1 && (
        <label className="plain-label">
          One for each member besides{" "}
          <select
            className="plain-select wide"
            value={more.forMembers}
            onChange={(event) =>
              setMore({ ...more, forMembers: event.target.value as Several["forMembers"] })
            }
          >
            <option value="no">no</option>
            <option value="everybody’s">{`${counted(members.length, "page")}, for all to write`}</option>
            {isInstructor && (
              <option value="theirs alone">{`${counted(members.length, "page")}, each theirs alone to write`}</option>
            )}
          </select>
        </label>
      )}
      {templates.length > 0 && (
        <label className="plain-label">
          Begin with{" "}
          <select
            className="plain-select wide"
            value={more.templateId ?? ""}
            onChange={(event) => setMore({ ...more, templateId: event.target.value || null })}
          >
            <option value="">an empty page</option>
            {templates.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
      )}
      <BelowChoice pages={pages} below={more.below} choose={(below) => setMore({ ...more, below })} />
      <Said said={said} />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={isBusy || count === 0}>
          {isBusy ? "Starting" : `Start ${counted(count, "page")}`}
        </Button>
      </div>
    </SteadyForm>
  );
}
