"use client";
import TextField from "@mui/material/TextField";
import { useRef, useState } from "react";
import { type CriteriaSheet, criteriaSheet } from "@/core/marks/criteria";
import { readSheetFile, sheetAsCsv, sheetAsJson } from "@/core/formats/criteria-file";
import type { SheetEffect } from "@/data/marks/sheets";
import { Button } from "@/ui/forms/Button";
import { FormPart } from "@/ui/forms/FormPart";
import { parcel } from "@/ui/forms/parcel";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { useUnsaved } from "@/ui/forms/useUnsaved";
import { counted } from "@/ui/words/counts";
import { changeWords } from "@/ui/words/marks";
import type { Answer } from "@/app/_parts/answers";
import type { Planned } from "../actions";
import type { Checkable } from "./checkable";
import { CriteriaField } from "./CriteriaField";
import { LabelsField } from "./LabelsField";
import { RuleField } from "./RuleField";

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly stored: CriteriaSheet;
  /** Null: there is none yet. */
  readonly version: number | null;
  readonly expected: readonly Checkable[];
  readonly figures: readonly { readonly name: string; readonly label: string }[];
  readonly examples: readonly {
    readonly name: string;
    readonly about: string;
    readonly sheet: CriteriaSheet;
  }[];
  readonly elsewhere: readonly { readonly name: string; readonly sheet: CriteriaSheet }[];
  readonly plan: (sheet: FormData) => Promise<Planned>;
  readonly store: (seen: number | null, sheet: FormData) => Promise<Answer>;
}

const largestFile = 1_000_000;

/** The sheet as it is set up; what a change does to what was judged is said before it is stored. */
export function SheetForm({ stored, version, expected, figures, examples, elsewhere, plan, store }: Props) {
  const [sheet, setSheet] = useState(stored);
  const [effects, setEffects] = useState<readonly SheetEffect[] | null>(null);
  const [undo, setUndo] = useState<CriteriaSheet | null>(null);
  const { act, said, say, isBusy } = useAct();
  const isChanged = JSON.stringify(sheet) !== JSON.stringify(stored);
  const problem = isChanged ? firstProblem(sheet) : null;
  useUnsaved(isChanged);
  const change = (next: Partial<CriteriaSheet>) => {
    setSheet({ ...sheet, ...next });
    setEffects(null);
  };
  const take = (next: CriteriaSheet) => {
    setUndo(sheet);
    setSheet(next);
    setEffects(null);
  };
  const send = () => void act(() => store(version, parcel(sheet))).then(() => setEffects(null));
  async function submit() {
    if (problem) return say({ kind: "wrong", text: problem });
    if (version === null) return send();
    const planned = await plan(parcel(sheet)).catch((): Planned => ({
      kind: "wrong",
      text: "The server did not answer. What you filled in is still here; try again.",
    }));
    if (planned.kind === "wrong") return say(planned);
    if (planned.effects.some(({ judged }) => judged > 0)) return setEffects(planned.effects);
    send();
  }
  return (
    <SteadyForm
      className="sheet-form"
      onSubmit={(event) => {
        event.preventDefault();
        void submit();
      }}
    >
      <FormPart
        title="Begin from"
        about="An example, a sheet of another assignment, or a file. What stands here is replaced, and can be restored."
      >
        <BeginFrom {...{ examples, elsewhere, sheet, take, say }} />
        {undo && (
          <p className="notice">
            The sheet was replaced.{" "}
            <button
              type="button"
              className="plain-button"
              onClick={() => {
                setSheet(undo);
                setUndo(null);
              }}
            >
              Undo
            </button>
          </p>
        )}
      </FormPart>
      <FormPart
        title="The whole"
        about="What the best is worth, and how marks are rounded: half up, once, at the end."
      >
        <div className="field-row">
          <TextField
            label="Out of"
            value={sheet.outOf}
            onChange={(event) => change({ outOf: event.target.value })}
            slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 20 } }}
          />
          <label className="field">
            <span>Rounded to</span>
            <select
              value={sheet.rounding}
              onChange={(event) => change({ rounding: event.target.value as CriteriaSheet["rounding"] })}
            >
              <option value="1">whole marks</option>
              <option value="0.5">halves</option>
              <option value="0.1">tenths</option>
            </select>
          </label>
        </div>
        <LabelsField labels={sheet.labels} change={(labels) => change({ labels })} />
      </FormPart>
      <FormPart
        title="Criteria"
        about="What is judged, of the group’s work or of each student’s share of it. A criterion counts by its weight."
      >
        <CriteriaField
          criteria={sheet.criteria}
          expected={expected}
          change={(criteria) => change({ criteria })}
        />
      </FormPart>
      <FormPart
        title="From the group to each student"
        about="What is proposed for each student. A proposal is no mark until somebody accepts it."
      >
        <RuleField rule={sheet.students} figures={figures} change={(students) => change({ students })} />
      </FormPart>
      {effects && <Effects effects={effects} />}
      <div className="form-foot">
        {effects ? (
          <>
            <Button variant="contained" disabled={isBusy} onClick={send}>
              {isBusy ? "Storing" : "Store it all the same"}
            </Button>
            <Button onClick={() => setEffects(null)}>Not yet</Button>
          </>
        ) : (
          <Button type="submit" variant="contained" disabled={isBusy || !isChanged}>
            {isBusy ? "Storing" : version === null ? "Store the sheet" : "Store as a new version"}
          </Button>
        )}
        {!effects && problem && <span className="field-problem">{problem}</span>}
        {!isChanged && version !== null && <span className="quiet">Nothing is changed.</span>}
        <Said said={said} />
      </div>
    </SteadyForm>
  );
}

/** What keeps a sheet from being stored; null: nothing. */
function firstProblem(sheet: CriteriaSheet): string | null {
  const read = criteriaSheet.safeParse(sheet);
  if (read.success) return null;
  const { path, message } = read.error.issues[0]!;
  const at = path[0] === "criteria" && typeof path[1] === "number" ? sheet.criteria[path[1]] : null;
  return `${at && !message.includes(at.title || "\0") ? `${at.title ? `“${at.title}”` : `Criterion ${Number(path[1]) + 1}`}: ` : ""}${message}`;
}

function Effects({ effects }: { effects: readonly SheetEffect[] }) {
  return (
    <div className="notice waits" role="alert">
      <p>
        Some of this has been judged already. Nothing that was given is lost or computed anew without you:
      </p>
      <ul>
        {effects.map(({ id, title, what, judged }) => (
          <li key={`${id} ${what}`}>
            “{title}” {changeWords[what]}.
            {judged > 0 && (
              <>
                {" "}
                {counted(judged, "judgement")} {judged === 1 ? "stands" : "stand"} under it.
              </>
            )}
          </li>
        ))}
      </ul>
    </div>
  );
}

function BeginFrom({
  examples,
  elsewhere,
  sheet,
  take,
  say,
}: Pick<Props, "examples" | "elsewhere"> & {
  readonly sheet: CriteriaSheet;
  readonly take: (sheet: CriteriaSheet) => void;
  readonly say: (said: { kind: "wrong" | "done"; text: string }) => void;
}) {
  const file = useRef<HTMLInputElement>(null);
  const all = [
    ...examples.map((each) => ({ ...each, group: "Examples" })),
    ...elsewhere.map((each) => ({ ...each, group: "Other assignments" })),
  ];
  async function read(chosen: File | undefined) {
    if (!chosen) return;
    if (chosen.size > largestFile)
      return say({ kind: "wrong", text: "The file is larger than any criteria sheet: nothing was read." });
    const found = readSheetFile(await chosen.text(), sheet);
    if (found.kind === "refused") say({ kind: "wrong", text: `${found.message} Nothing was changed.` });
    else {
      take(found.sheet);
      say({
        kind: "done",
        text: `Read from “${chosen.name}”: ${counted(found.sheet.criteria.length, "criterion", "criteria")}. Look it over, then store it.`,
      });
    }
  }
  return (
    <div className="begin-from">
      <label className="field">
        <span>An example, or the sheet of another assignment</span>
        <select
          value=""
          onChange={(event) => {
            const chosen = all[Number(event.target.value)];
            if (event.target.value !== "" && chosen) take(chosen.sheet);
          }}
        >
          <option value="">Choose one</option>
          {["Examples", "Other assignments"].map(
            (group) =>
              all.some((each) => each.group === group) && (
                <optgroup key={group} label={group}>
                  {all.map(
                    (each, at) =>
                      each.group === group && (
                        <option key={each.name} value={at}>
                          {each.name}
                        </option>
                      ),
                  )}
                </optgroup>
              ),
          )}
        </select>
      </label>
      <div className="actions">
        <input
          ref={file}
          type="file"
          accept=".json,.csv,application/json,text/csv"
          className="visually-hidden"
          tabIndex={-1}
          aria-label="File with a criteria sheet"
          onChange={(event) => {
            void read(event.target.files?.[0]);
            event.target.value = "";
          }}
        />
        <Button variant="outlined" size="small" onClick={() => file.current?.click()}>
          Import a file
        </Button>
        {sheet.criteria.length > 0 && (
          <>
            <Button
              size="small"
              onClick={() => save("criteria.json", "application/json", sheetAsJson(sheet))}
            >
              Export as JSON
            </Button>
            <Button
              size="small"
              onClick={() => save("criteria.csv", "text/csv", `\ufeff${sheetAsCsv(sheet)}`)}
            >
              Export as CSV
            </Button>
          </>
        )}
      </div>
    </div>
  );
}

/** Hands a file over to be kept, as the sheet stands here, stored or not. */
function save(name: string, type: string, text: string): void {
  const link = document.createElement("a");
  link.href = URL.createObjectURL(new Blob([text], { type }));
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(link.href), 1000);
}
