"use client";
import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { roles, type Role } from "@/core/access/may";
import type { PersonDto } from "@/data/people/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { roleAbout, roleWords } from "@/ui/words/people";
import type { Answer } from "@/app/_parts/answers";

export interface GroupChoice {
  readonly id: string;
  readonly name: string;
  readonly set: string;
}

interface Props {
  /** Null: somebody new. */
  readonly person: PersonDto | null;
  readonly groups: readonly GroupChoice[];
  readonly given: readonly string[];
  readonly onClose: () => void;
  readonly save: (person: string | null, json: string) => Promise<Answer>;
}

export function PersonDialog({ person, groups, given, onClose, save }: Props) {
  const [fields, setFields] = useState({
    name: person?.name ?? "", address: person?.address ?? "", role: person?.role ?? ("student" as Role), section: person?.section ?? "", number: person?.number ?? "",
    onlyGivenGroups: person?.onlyGivenGroups ?? false, groups: [...given],
  });
  const { act, said, isBusy } = useAct();
  const put = <Field extends keyof typeof fields>(field: Field, value: (typeof fields)[Field]) => setFields((now) => ({ ...now, [field]: value }));
  const text = (field: "name" | "address" | "section" | "number", label: string, more = {}) =>
    <TextField label={label} value={fields[field]} onChange={(event) => put(field, event.target.value)} {...more} />;
  // What somebody is called, and where they get their mail, is theirs once they have an account.
  const theirs = person?.arrival === "active" ? { helperText: "Theirs to change: they have an account.", slotProps: { htmlInput: { readOnly: true } } } : {};
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="person-title">
      <form onSubmit={(event) => { event.preventDefault(); void act(() => save(person?.id ?? null, JSON.stringify(fields))).then((isDone) => { if (isDone) onClose(); }); }}>
        <DialogTitle id="person-title">{person ? person.name : "Add a person"}</DialogTitle>
        <DialogContent>
          <div className="fields" style={{ paddingTop: 6 }}>
            {text("name", "Name", { required: true, ...theirs })}
            {text("address", "Mail address", { required: true, type: "email", ...theirs })}
            <fieldset className="choices">
              <legend>Role</legend>
              {roles.map((role) => (
                <label className="choice" key={role}><input type="radio" name="role" checked={fields.role === role} onChange={() => put("role", role)} /><span>{roleWords[role]}<small>{roleAbout[role]}</small></span></label>
              ))}
            </fieldset>
            {fields.role === "assistant" && (
              <label className="choice"><input type="checkbox" checked={fields.onlyGivenGroups} onChange={(event) => put("onlyGivenGroups", event.target.checked)} /><span>Sees only the groups given to them<small>all other wikis do not exist for them</small></span></label>
            )}
            {fields.role === "assistant" && fields.onlyGivenGroups && (
              <fieldset className="ticks"><legend>Groups</legend>
                {groups.length === 0 && <p className="quiet">There are no groups yet.</p>}
                {groups.map(({ id, name, set }) => (
                  <label key={id} title={set}><input type="checkbox" checked={fields.groups.includes(id)} onChange={(event) => put("groups", event.target.checked ? [...fields.groups, id] : fields.groups.filter((each) => each !== id))} />{name}</label>
                ))}
              </fieldset>
            )}
            <div className="field-row">{text("section", "Section")}{text("number", "Number in the registry")}</div>
            {!person && <p className="quiet">They get an invitation by mail, with a link to choose a password.</p>}
            <Said said={said} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={isBusy}>{person ? "Save the person" : "Add the person"}</Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}
