"use client";
import Button from "@mui/material/Button";
import { useFormContext, useWatch } from "react-hook-form";
import type { NewAssignment } from "@/data/assignments/input";
import type { GroupSetDto } from "@/data/courses/dto";
import { counted } from "@/ui/words/counts";

interface Props {
  readonly students: readonly { readonly id: string; readonly name: string }[];
  readonly sets: readonly GroupSetDto[];
}

const unplaced = "";

/** Puts students into groups: each name has a list that says where it goes. Works the same by keyboard and by finger. */
export function GroupsField({ students, sets }: Props) {
  const { control, setValue, formState: { errors } } = useFormContext<NewAssignment>();
  const groups = useWatch({ control, name: "groups" });
  const set = (next: NewAssignment["groups"]) => setValue("groups", next, { shouldDirty: true, shouldValidate: errors.groups !== undefined });
  const placed = new Set(groups.flatMap((group) => group.members));
  const left = students.filter((student) => !placed.has(student.id));
  const nameOf = (id: string) => students.find((student) => student.id === id)?.name ?? "Somebody who has left";

  function move(id: string, to: string): void {
    set(groups.map((group, index) => {
      const members = group.members.filter((each) => each !== id);
      return { ...group, members: String(index) === to ? [...members, id] : members };
    }));
  }

  function spread(): void {
    const next = groups.map((group) => ({ ...group, members: [...group.members] }));
    for (const student of left) {
      next.reduce((smallest, group) => (group.members.length < smallest.members.length ? group : smallest)).members.push(student.id);
    }
    set(next);
  }

  const where = (id: string, now: string) => (
    <select className="plain-select" aria-label={`Group of ${nameOf(id)}`} value={now} onChange={(event) => move(id, event.target.value)}>
      <option value={unplaced}>no group</option>
      {groups.map((group, index) => <option key={index} value={String(index)}>{group.name || `Group ${index + 1}`}</option>)}
    </select>
  );

  return (
    <div className="fields">
      <div className="actions">
        {sets.map((each) => (
          <Button key={each.id} size="small" variant="outlined" onClick={() => set(each.groups.map(({ name, members }) => ({ name, members: [...members] })))}>Take “{each.title}”</Button>
        ))}
        <Button size="small" variant="outlined" onClick={() => set([...groups, { name: `Group ${groups.length + 1}`, members: [] }])}>Add a group</Button>
        {left.length > 0 && groups.length > 0 && <Button size="small" variant="outlined" onClick={spread}>Spread the rest evenly</Button>}
        {groups.length > 0 && <Button size="small" onClick={() => set([])}>Take all groups away</Button>}
      </div>
      <p className={left.length > 0 ? "waiting" : "quiet"} role="status">
        {left.length > 0 ? `${counted(left.length, "student")} in no group yet: they get no wiki.` : `Everybody is in a group: ${counted(groups.length, "group")}.`}
      </p>
      <div className="groups">
        {left.length > 0 && (
          <div className="group-box"><header><strong>In no group</strong></header><ul>{left.map(({ id, name }) => <li key={id}>{name}{where(id, unplaced)}</li>)}</ul></div>
        )}
        {groups.map((group, index) => (
          <div className="group-box" key={index}>
            <header>
              <input className="plain-input" aria-label={`Name of group ${index + 1}`} value={group.name} maxLength={200} onChange={(event) => set(groups.map((each, at) => (at === index ? { ...each, name: event.target.value } : each)))} />
              <button type="button" className="plain-button" aria-label={`Remove ${group.name || `group ${index + 1}`}`} onClick={() => set(groups.filter((_, at) => at !== index))}>Remove</button>
            </header>
            {errors.groups?.[index]?.name && <p className="field-problem">{errors.groups[index].name.message}</p>}
            {group.members.length === 0 ? <p className="quiet">Nobody yet.</p> : <ul>{group.members.map((id) => <li key={id}>{nameOf(id)}{where(id, String(index))}</li>)}</ul>}
          </div>
        ))}
      </div>
    </div>
  );
}
