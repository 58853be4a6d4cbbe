"use client";
import { zodResolver } from "@hookform/resolvers/zod";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { FormProvider, useForm, useWatch } from "react-hook-form";
import { emptyDocument } from "@/core/document/model";
import { newAssignment, type NewAssignment } from "@/data/assignments/input";
import type { GroupSetDto } from "@/data/courses/dto";
import { counted } from "@/ui/words/counts";
import type { MadeAnswer } from "../actions";
import { GroupsField } from "./GroupsField";
import { StarterPagesField } from "./StarterPagesField";

interface Props {
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly sets: readonly GroupSetDto[];
  readonly zone: string;
  readonly courseTitle: string;
  readonly opensAt: string;
  readonly dueAt: string;
  readonly make: (json: string) => Promise<MadeAnswer>;
}

const sharings = [
  { value: "group", label: "Each group", about: "its members write together" },
  { value: "student", label: "Each student", about: "a wiki of one’s own" },
  { value: "class", label: "The whole class", about: "one wiki for everybody" },
] as const;

export function AssignmentForm({ students, sets, zone, courseTitle, opensAt, dueAt, make }: Props) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const first = sets[0];
  const form = useForm<NewAssignment>({
    resolver: zodResolver(newAssignment) as never,
    defaultValues: {
      title: "", brief: "", opensAt, dueAt, closesAtDue: true, sharing: "group",
      groups: first ? first.groups.map(({ name, members }) => ({ name, members: [...members] })) : [],
      starterPages: ["Home", "Notes", "Sources"].map((title) => ({ title, document: emptyDocument })),
    },
  });
  const { control, register, handleSubmit, formState: { errors, isSubmitting, isDirty, isSubmitSuccessful } } = form;
  const sharing = useWatch({ control, name: "sharing" });
  const groups = useWatch({ control, name: "groups" });
  const wikis = sharing === "group" ? groups.length : sharing === "student" ? students.length : 1;

  // A form of this length is not to be lost by a slip: leaving with something in it asks first.
  useEffect(() => {
    if (!isDirty || isSubmitSuccessful) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [isDirty, isSubmitSuccessful]);

  async function submit(input: NewAssignment): Promise<void> {
    setProblem(null);
    try {
      const answer = await make(JSON.stringify(input));
      if (answer.kind === "made") return router.push(answer.href);
      setProblem(`Nothing was made. ${answer.text}`);
    } catch {
      setProblem("The server did not answer. Nothing was made; what you filled in is still here.");
    }
  }

  return (
    <FormProvider {...form}>
      <form onSubmit={(event) => void handleSubmit(submit, () => setProblem("Nothing was made yet. Some fields want another look: they say what is wrong."))(event)} noValidate>
        <Part title="Task" about="What students read when they open the assignment.">
          <TextField label="Title" {...register("title")} error={!!errors.title} helperText={errors.title?.message} autoFocus />
          <TextField label="Brief" multiline minRows={4} maxRows={16} {...register("brief")} error={!!errors.brief} helperText={errors.brief?.message} />
        </Part>
        <Part title="Times" about={`In the course’s time zone, ${zone.replace("_", " ")}.`}>
          <div className="field-row">
            <TextField label="Opens" type="datetime-local" {...register("opensAt")} error={!!errors.opensAt} helperText={errors.opensAt?.message} slotProps={{ inputLabel: { shrink: true } }} />
            <TextField label="Due" type="datetime-local" {...register("dueAt")} error={!!errors.dueAt} helperText={errors.dueAt?.message} slotProps={{ inputLabel: { shrink: true } }} />
          </div>
          <label className="choice"><input type="checkbox" {...register("closesAtDue")} /><span>Close writing at the due time<small>reading and commenting go on; it can be opened again</small></span></label>
        </Part>
        <Part title="Who shares a wiki" about={`Out of the ${counted(students.length, "student")} of ${courseTitle}.`}>
          <fieldset className="choices">
            <legend className="visually-hidden">Who shares a wiki</legend>
            {sharings.map(({ value, label, about }) => (
              <label className="choice" key={value}><input type="radio" value={value} {...register("sharing")} /><span>{label}<small>{about}</small></span></label>
            ))}
          </fieldset>
          {sharing === "group" && <GroupsField students={students} sets={sets} />}
        </Part>
        <Part title="Starter pages" about="Each wiki begins with these, the first being its home page. Their words are credited to nobody.">
          <StarterPagesField />
        </Part>
        <div className="form-foot">
          <div role="alert" style={{ flex: "1 1 260px" }}>{problem && <p className="notice wrong">{problem}</p>}</div>
          <Button type="submit" variant="contained" disabled={isSubmitting}>{isSubmitting ? "Making them" : `Make ${counted(wikis, "wiki")}`}</Button>
        </div>
      </form>
    </FormProvider>
  );
}

function Part({ title, about, children }: { title: string; about: string; children: React.ReactNode }) {
  return (
    <section className="form-part">
      <div><h2>{title}</h2><p>{about}</p></div>
      <div className="fields">{children}</div>
    </section>
  );
}
