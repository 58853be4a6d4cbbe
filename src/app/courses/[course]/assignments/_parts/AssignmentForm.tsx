"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { FormProvider, useForm, useWatch } from "react-hook-form";
import { powers } from "@/core/access/may";
import { contributionKinds } from "@/core/assignment/kinds";
import type { PageDocument } from "@/core/document/model";
import { type AssignmentInput, assignmentInput } from "@/data/assignments/input";
import { barePlace, type WritingPlace } from "@/ui/editor/place";
import { WritingArea } from "@/ui/editor/WritingArea";
import { FormPart } from "@/ui/forms/FormPart";
import { parcel } from "@/ui/forms/parcel";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { useUnsaved } from "@/ui/forms/useUnsaved";
import { powerNotes, powerWords } from "@/ui/words/access";
import { counted, listed } from "@/ui/words/counts";
import { kindWords } from "@/ui/words/kinds";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import type { AfterSaving } from "../actions";
import { ExpectedField } from "./ExpectedField";
import { TellThem } from "./TellThem";
import { StarterPagesField } from "./StarterPagesField";

interface Props {
  /** The course's own files, for starter pages. */
  readonly files: Pick<WritingPlace, "files" | "fileBase" | "uploadHref">;
  readonly fields: AssignmentInput;
  readonly students: number;
  readonly sets: readonly {
    readonly id: string;
    readonly title: string;
    readonly groups: number;
    readonly students: number;
  }[];
  readonly zone: string;
  /** The course's wall clock. */
  readonly now: string;
  readonly courseTitle: string;
  readonly isPublished: boolean;
  /** Whether students could start already, or did. */
  readonly hasStarted?: boolean;
  /** Wikis that there are, and how many entries they hold: what another way of sharing would set aside. */
  readonly wikis: { readonly count: number; readonly entries: number };
  /**
   * The state of the settings that are shown: what is saved counts only on top of it. Null: nothing is stored
   * yet.
   */
  readonly state: string | null;
  readonly save: (form: FormData, state: string | null, then: AfterSaving, tells: boolean) => Promise<Answer>;
}

const sharings = [
  { value: "group", label: "Each group", about: "its members write together" },
  { value: "student", label: "Each student", about: "a wiki of one’s own" },
  { value: "class", label: "The whole class", about: "one wiki for everybody" },
] as const;

export function AssignmentForm({
  files,
  fields,
  students,
  sets,
  zone,
  now,
  courseTitle,
  isPublished,
  hasStarted = false,
  wikis,
  state,
  save,
}: Props) {
  const { act, said, isBusy, say } = useAct();
  const [isLeaving, setLeaving] = useState(false);
  const [tells, setTells] = useState(false);
  const form = useForm<AssignmentInput>({
    resolver: zodResolver(assignmentInput) as never,
    defaultValues: fields,
  });
  const {
    control,
    register,
    setValue,
    handleSubmit,
    reset,
    formState: { errors, isDirty },
  } = form;
  const [sharing, setId, cutOffAt, othersReadFrom, dueAt] = useWatch({
    control,
    name: ["sharing", "setId", "cutOffAt", "othersReadFrom", "dueAt"],
  });
  const set = sets.find(({ id }) => id === setId);
  const wanted = sharing === "group" ? (set?.groups ?? 0) : sharing === "student" ? students : 1;
  const setsAside =
    isPublished &&
    wikis.count > 0 &&
    (sharing !== fields.sharing || (sharing === "group" && setId !== fields.setId));
  useUnsaved(isDirty && !isLeaving);

  const submit = (then: AfterSaving) =>
    handleSubmit(
      async (input) => {
        setLeaving(true);
        const isDone = await act(() => save(parcel(input), state, then, tells));
        if (isDone) {
          reset(input);
          setTells(false);
        } else setLeaving(false);
      },
      () =>
        say({
          kind: "wrong",
          text: "Nothing was saved yet. Some fields want another look: they say what is wrong.",
        }),
    );

  const time = (name: "opensAt" | "dueAt" | "cutOffAt" | "othersReadFrom", label: string) => (
    <TextField
      label={label}
      type="datetime-local"
      {...register(name)}
      error={!!errors[name]}
      helperText={errors[name]?.message}
      slotProps={{ inputLabel: { shrink: true } }}
    />
  );
  /** A box that is ticked by having a time: with it comes the field for the time. */
  const timed = (name: "cutOffAt" | "othersReadFrom", value: string | null, start: string) => (
    <input
      type="checkbox"
      checked={value !== null}
      onChange={(event) => setValue(name, event.target.checked ? start : null, { shouldDirty: true })}
    />
  );

  return (
    <FormProvider {...form}>
      <SteadyForm onSubmit={(event) => void submit("stay")(event)} noValidate>
        <FormPart title="Task" about="What students read when they open the assignment.">
          <TextField
            label="Title"
            {...register("title")}
            error={!!errors.title}
            helperText={errors.title?.message}
          />
          <div>
            <p className="field-name">Brief</p>
            <WritingArea
              label="Brief"
              document={fields.brief as PageDocument}
              place={barePlace}
              isShort
              onChange={(editor) =>
                setValue("brief", editor.getJSON() as PageDocument, { shouldDirty: true })
              }
            />
          </div>
        </FormPart>
        <FormPart
          title="Times"
          about={`In the course’s time zone, ${zone.replaceAll("_", " ")}. They can be changed at any time: each change stands in the access log and can be undone there.`}
        >
          <div className="field-row">
            {time("opensAt", "Opens")}
            {time("dueAt", "Due")}
          </div>
          <label className="choice">
            <input type="checkbox" {...register("closesAtDue")} />
            <span>
              Close writing at the due time<small>reading and commenting go on; it can be opened again</small>
            </span>
          </label>
          <label className="choice">
            {timed("cutOffAt", cutOffAt, dueAt)}
            <span>
              A cut-off of its own
              <small>
                work up to then counts; without one all of it does, and what came after the due time is marked
                as late
              </small>
            </span>
          </label>
          {cutOffAt !== null && time("cutOffAt", "Cut-off")}
        </FormPart>
        <FormPart
          title="Who shares a wiki"
          about={`Out of the ${counted(students, "student")} of ${courseTitle}. ${isPublished ? "Another choice sets the wikis that there are aside; choosing as before brings them back." : "Once there are wikis, another choice sets them aside."}`}
        >
          <fieldset className="choices">
            <legend className="visually-hidden">Who shares a wiki</legend>
            {sharings.map(({ value, label, about }) => (
              <label className="choice" key={value}>
                <input type="radio" value={value} {...register("sharing")} />
                <span>
                  {label}
                  <small>{about}</small>
                </span>
              </label>
            ))}
          </fieldset>
          {sharing === "group" && (
            <div className="actions">
              <label className="plain-label">
                Set of groups{" "}
                <select
                  className="plain-select wide"
                  value={setId ?? ""}
                  onChange={(event) => setValue("setId", event.target.value || null, { shouldDirty: true })}
                >
                  <option value="">not chosen yet</option>
                  {sets.map(({ id, title, groups, students: placed }) => (
                    <option key={id} value={id}>
                      {title}: {counted(groups, "group")}, {counted(placed, "student")}
                    </option>
                  ))}
                </select>
              </label>
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={(event) => void submit("groups")(event)}
              >
                {sets.length === 0 ? "Save this and make groups" : "Save this and make other groups"}
              </button>
            </div>
          )}
          {setsAside && (
            <p className="notice waits">
              Saving this sets {counted(wikis.count, "wiki")} with{" "}
              {counted(wikis.entries, "entry", "entries")} aside: students see them no more, nothing in them
              is lost, and choosing as before brings them back. {counted(wanted, "new wiki")} will be made.
            </p>
          )}
        </FormPart>
        <FormPart
          title="Who may do what"
          about="The group writes in its own wiki, and nobody else reads it, unless you say so."
        >
          <fieldset className="choices narrow">
            <legend>Members may, besides writing</legend>
            {powers.map((power) => (
              <label className="choice" key={power}>
                <input type="checkbox" value={power} {...register("membersMay")} />
                <span>
                  {powerWords[power]}
                  <small>{powerNotes[power]}</small>
                </span>
              </label>
            ))}
          </fieldset>
          <label className="choice">
            <input type="checkbox" {...register("commentsOn")} />
            <span>
              Comments<small>on every page, by everybody who may read and comment there</small>
            </span>
          </label>
          <label className="choice">
            {timed("othersReadFrom", othersReadFrom, dueAt)}
            <span>
              Others of the course read the wikis<small>from a time on, without writing in them</small>
            </span>
          </label>
          {othersReadFrom !== null && time("othersReadFrom", "Others read from")}
        </FormPart>
        <FormPart
          title="What is expected"
          about="Checked by itself at any time. What students see is a list to work through; a finding is never a verdict."
        >
          <ExpectedField />
        </FormPart>
        <FormPart
          title="What counts"
          about={
            hasStarted
              ? "Students have started: what counts stays as they were told."
              : "Kinds of contribution that matter here. Students read it with the brief, and the review shows these figures first. No score is made of it. From when the first student has started, it stays as it is."
          }
        >
          {hasStarted ? (
            <p>
              {fields.counts?.length
                ? listed(fields.counts.map((kind) => kindWords[kind].label))
                : "Nothing was said about it."}
            </p>
          ) : (
            <fieldset className="choices narrow">
              <legend className="visually-hidden">Kinds of contribution that count</legend>
              {contributionKinds.map((kind) => (
                <label className="choice" key={kind}>
                  <input type="checkbox" value={kind} {...register("counts")} />
                  <span>
                    {kindWords[kind].label}
                    <small>{kindWords[kind].about}</small>
                  </span>
                </label>
              ))}
            </fieldset>
          )}
          {errors.counts && <p className="field-problem">{errors.counts.message}</p>}
        </FormPart>
        <FormPart
          title="Starter pages"
          about={
            <>
              Each wiki begins with these, the first being its home page. Their words are credited to nobody.
              Each wiki fills these places with its own: <code>{"{group}"}</code> <code>{"{topic}"}</code>{" "}
              <code>{"{members}"}</code>, on a member’s page <code>{"{member}"}</code>, and{" "}
              <code>{"{pages}"}</code> and <code>{"{member pages}"}</code> with links to them: as a list where
              one stands alone, within a sentence otherwise.
              {isPublished &&
                " A page added here comes to all wikis; a changed one is offered to them once you have saved it."}
            </>
          }
        >
          <StarterPagesField files={files} />
        </FormPart>
        <TellThem
          tells={tells}
          setTells={setTells}
          before={isPublished ? fields : null}
          control={control}
          now={now}
        />
        <div className="form-foot">
          <div style={{ flex: "1 1 260px" }}>
            <Said said={said} />
            {isDirty && !said && <p className="quiet">Not saved yet.</p>}
          </div>
          <Button
            type="submit"
            variant={isPublished ? "contained" : "outlined"}
            disabled={isBusy || (isPublished && !isDirty)}
          >
            {isPublished ? "Save the changes" : "Save, and publish later"}
          </Button>
          {!isPublished && (
            <Button variant="contained" disabled={isBusy} onClick={(event) => void submit("publish")(event)}>
              {isBusy ? "Saving" : wanted > 0 ? `Make ${counted(wanted, "wiki")}` : "Check and publish"}
            </Button>
          )}
        </div>
      </SteadyForm>
    </FormProvider>
  );
}
