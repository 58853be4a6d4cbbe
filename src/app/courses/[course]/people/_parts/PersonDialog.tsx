"use client";
import { assists } from "@/core/access/role";
import Autocomplete from "@mui/material/Autocomplete";
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
import { Button } from "@/ui/forms/Button";

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
  /** Students whom this one may be another account of. */
  readonly others: readonly PersonDto[];
  readonly merge: (gone: string, kept: string) => Promise<Answer>;
  /** Has a link sent by which they choose another password. */
  readonly sendLink: (person: string) => Promise<Answer>;
}

export function PersonDialog({ person, groups, given, onClose, save, others, merge, sendLink }: Props) {
  const [fields, setFields] = useState({
    name: person?.name ?? "",
    address: person?.address ?? "",
    role: person?.role ?? ("student" as Role),
    section: person?.section ?? "",
    number: person?.number ?? "",
    onlyGivenGroups: person?.onlyGivenGroups ?? false,
    groups: [...given],
  });
  const { act, said, isBusy } = useAct();
  const put = <Field extends keyof typeof fields>(field: Field, value: (typeof fields)[Field]) =>
    setFields((now) => ({ ...now, [field]: value }));
  const text = (field: "name" | "address" | "section" | "number", label: string, more = {}) => (
    <TextField
      label={label}
      value={fields[field]}
      onChange={(event) => put(field, event.target.value)}
      {...more}
    />
  );
  // What somebody is called, and where they get their mail, is theirs once they have an account.
  const theirs =
    person?.arrival === "active"
      ? {
          helperText: "Theirs to change: they have an account.",
          slotProps: { htmlInput: { readOnly: true } },
        }
      : {};
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="sm" aria-labelledby="person-title">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void act(() => save(person?.id ?? null, JSON.stringify(fields))).then((isDone) => {
            if (isDone) onClose();
          });
        }}
      >
        <DialogTitle id="person-title">{person ? person.name : "Add a person"}</DialogTitle>
        <DialogContent>
          <div className="fields" style={{ paddingTop: 6 }}>
            {text("name", "Name", { required: true, ...theirs })}
            {text("address", "Mail address", { required: true, type: "email", ...theirs })}
            <fieldset className="choices">
              <legend>Role</legend>
              {roles.map((role) => (
                <label className="choice" key={role}>
                  <input
                    type="radio"
                    name="role"
                    checked={fields.role === role}
                    onChange={() => put("role", role)}
                  />
                  <span>
                    {roleWords[role]}
                    <small>{roleAbout[role]}</small>
                  </span>
                </label>
              ))}
            </fieldset>
            {assists(fields.role) && (
              <label className="choice">
                <input
                  type="checkbox"
                  checked={fields.onlyGivenGroups}
                  onChange={(event) => put("onlyGivenGroups", event.target.checked)}
                />
                <span>
                  Sees only the groups given to them<small>all other wikis do not exist for them</small>
                </span>
              </label>
            )}
            {assists(fields.role) && fields.onlyGivenGroups && (
              <fieldset className="ticks">
                <legend>Groups</legend>
                {groups.length === 0 && <p className="quiet">There are no groups yet.</p>}
                {groups.map(({ id, name, set }) => (
                  <label key={id} title={set}>
                    <input
                      type="checkbox"
                      checked={fields.groups.includes(id)}
                      onChange={(event) =>
                        put(
                          "groups",
                          event.target.checked
                            ? [...fields.groups, id]
                            : fields.groups.filter((each) => each !== id),
                        )
                      }
                    />
                    {name}
                  </label>
                ))}
              </fieldset>
            )}
            <div className="field-row">
              {text("section", "Section")}
              {text("number", "Number in the registry")}
            </div>
            {person && others.length > 0 && (
              <MergeField
                person={person}
                others={others}
                isBusy={isBusy}
                merge={(kept) => void act(() => merge(person.id, kept))}
              />
            )}
            {person?.arrival === "active" && !person.leftAt && (
              <p className="quiet">
                They forgot their password?{" "}
                <button
                  type="button"
                  className="plain-button"
                  disabled={isBusy}
                  onClick={() => void act(() => sendLink(person.id))}
                >
                  Send a link for a new one
                </button>
              </p>
            )}
            {!person && (
              <p className="quiet">They get an invitation by mail, with a link to choose a password.</p>
            )}
            <Said said={said} />
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={onClose}>Cancel</Button>
          <Button type="submit" variant="contained" disabled={isBusy}>
            {person ? "Save the person" : "Add the person"}
          </Button>
        </DialogActions>
      </form>
    </Dialog>
  );
}

/** For somebody who has two accounts: all that this one did is to count as the other's. */
function MergeField({
  person,
  others,
  isBusy,
  merge,
}: {
  person: PersonDto;
  others: readonly PersonDto[];
  isBusy: boolean;
  merge: (kept: string) => void;
}) {
  const [kept, setKept] = useState<PersonDto | null>(null);
  return (
    <details className="starter">
      <summary>
        Two accounts of one person<small>let this one count as another</small>
      </summary>
      <div>
        <p className="quiet">
          What {person.name} ({person.address}) wrote and said, their places in groups and their own pages
          count as the other account’s from now on, and all figures are computed anew. Entries stay in the
          ledger as they were written. This account is off the course. All of it can be undone.
        </p>
        <Autocomplete
          options={others}
          value={kept}
          onChange={(_, next) => setKept(next)}
          getOptionLabel={({ name, address }) => `${name}, ${address}`}
          isOptionEqualToValue={(one, other) => one.id === other.id}
          renderInput={(params) => <TextField {...params} label="The account that stays" />}
        />
        <div className="actions">
          <Button
            variant="outlined"
            disabled={isBusy || !kept}
            onClick={() => {
              if (kept) merge(kept.id);
            }}
          >
            {kept ? `Let it count as ${kept.name}` : "Merge the two"}
          </Button>
        </div>
      </div>
    </details>
  );
}
