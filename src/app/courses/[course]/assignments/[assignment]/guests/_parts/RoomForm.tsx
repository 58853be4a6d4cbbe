"use client";
import TextField from "@mui/material/TextField";
import { useMemo, useState } from "react";
import type { RoomChoicesDto } from "@/data/doors/dto";
import { FormPart } from "@/ui/forms/FormPart";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { counted } from "@/ui/words/counts";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { LinkButton } from "@/ui/forms/LinkButton";

interface Props {
  readonly choices: RoomChoicesDto;
  readonly open: (json: string) => Promise<Answer>;
  readonly backHref: string;
}

const lessons = [30, 45, 60, 90, 120, 180];

/** What a room is made of: pages, a duration, and the names that can be chosen. */
export function RoomForm({ choices, open, backHref }: Props) {
  const { act, said, isBusy } = useAct();
  const [title, setTitle] = useState("");
  const [minutes, setMinutes] = useState(45);
  const [pages, setPages] = useState<ReadonlySet<string>>(new Set());
  const [kind, setKind] = useState<"people" | "list">(choices.students.length > 0 ? "people" : "list");
  const [people, setPeople] = useState<ReadonlySet<string>>(new Set(choices.students.map(({ id }) => id)));
  const [list, setList] = useState("");
  const names = list
    .split("\n")
    .map((line) => line.trim())
    .filter((line) => line !== "");
  const known = kind === "list" ? names.length : people.size;

  function submit(event: React.FormEvent): void {
    event.preventDefault();
    void act(() =>
      open(
        JSON.stringify({
          title,
          minutes,
          pages: [...pages],
          names:
            kind === "list"
              ? { kind, names }
              : { kind, people: choices.students.flatMap(({ id }) => (people.has(id) ? [id] : [])) },
        }),
      ),
    );
  }

  return (
    <SteadyForm onSubmit={submit}>
      <FormPart
        title="The lesson"
        about="It opens as soon as you press the button, and closes by itself. You can let it go on, or end it at once."
      >
        <div className="field-row">
          <TextField
            label="What it is called (if you like)"
            value={title}
            onChange={(event) => setTitle(event.target.value)}
            slotProps={{ htmlInput: { maxLength: 100 } }}
          />
          <label className="plain-label">
            Open for{" "}
            <select
              className="plain-select"
              value={minutes}
              onChange={(event) => setMinutes(Number(event.target.value))}
            >
              {lessons.map((each) => (
                <option key={each} value={each}>
                  {each} minutes
                </option>
              ))}
            </select>
          </label>
        </div>
      </FormPart>
      <FormPart title="Pages" about="Guests read and write these pages, and see no others.">
        <PagePicker wikis={choices.wikis} chosen={pages} choose={setPages} />
      </FormPart>
      <FormPart
        title="Names"
        about="Whoever comes in chooses one. A name that is taken can’t be chosen by a second one until you let it go."
      >
        <div className="choices narrow" role="radiogroup" aria-label="Which names">
          <label className="choice">
            <input
              type="radio"
              name="names"
              checked={kind === "people"}
              disabled={choices.students.length === 0}
              onChange={() => setKind("people")}
            />
            <span>
              The course’s students<small>What they write can be given to them afterwards</small>
            </span>
          </label>
          <label className="choice">
            <input type="radio" name="names" checked={kind === "list"} onChange={() => setKind("list")} />
            <span>
              A list of your own<small>For a class that is not on the course</small>
            </span>
          </label>
        </div>
        {kind === "list" ? (
          <TextField
            label="Names, one a line"
            value={list}
            onChange={(event) => setList(event.target.value)}
            multiline
            minRows={5}
            maxRows={14}
          />
        ) : (
          <Ticks
            all={choices.students.map(({ id, name }) => ({ id, label: name }))}
            chosen={people}
            choose={setPeople}
            label="Students"
          />
        )}
      </FormPart>
      <Said said={said} />
      <div className="save-line">
        <span className="quiet grow">
          {counted(pages.size, "page")}, {counted(known, "name")}, {minutes} minutes
        </span>
        <LinkButton href={backHref}>Cancel</LinkButton>
        <Button type="submit" variant="contained" disabled={isBusy || pages.size === 0 || known === 0}>
          {isBusy ? "Opening" : "Open the room"}
        </Button>
      </div>
    </SteadyForm>
  );
}

interface Choosing {
  readonly chosen: ReadonlySet<string>;
  readonly choose: (chosen: ReadonlySet<string>) => void;
}

const toggled = (chosen: ReadonlySet<string>, ids: readonly string[], on: boolean) =>
  new Set(on ? [...chosen, ...ids] : [...chosen].filter((id) => !ids.includes(id)));

/** Pages by wiki, or one title in every wiki at once. */
function PagePicker({ wikis, chosen, choose }: Choosing & Pick<RoomChoicesDto, "wikis">) {
  const titles = useMemo(() => {
    const found = new Map<string, string[]>();
    for (const { id, title } of wikis.flatMap((wiki) => wiki.pages))
      found.set(title, [...(found.get(title) ?? []), id]);
    return [...found].filter(([, ids]) => ids.length > 1);
  }, [wikis]);
  return (
    <>
      {titles.length > 0 && (
        <fieldset className="ticks roomy">
          <legend className="visually-hidden">The same page in every wiki</legend>
          {titles.map(([title, ids]) => (
            <label key={title}>
              <input
                type="checkbox"
                checked={ids.every((id) => chosen.has(id))}
                onChange={(event) => choose(toggled(chosen, ids, event.target.checked))}
              />{" "}
              {title} <span className="quiet">in {counted(ids.length, "wiki")}</span>
            </label>
          ))}
        </fieldset>
      )}
      {wikis.map((wiki) => (
        <details key={wiki.id} className="page-picker" open={wikis.length === 1}>
          <summary>
            {wiki.name}{" "}
            <span className="quiet">
              {counted(wiki.pages.filter(({ id }) => chosen.has(id)).length, "page")} chosen
            </span>
          </summary>
          <Ticks
            all={wiki.pages.map(({ id, title }) => ({ id, label: title }))}
            chosen={chosen}
            choose={choose}
            label={`Pages of ${wiki.name}`}
          />
        </details>
      ))}
    </>
  );
}

function Ticks({
  all,
  chosen,
  choose,
  label,
}: Choosing & { all: readonly { id: string; label: string }[]; label: string }) {
  const isAll = all.length > 0 && all.every(({ id }) => chosen.has(id));
  return (
    <fieldset className="ticks">
      <legend className="visually-hidden">{label}</legend>
      <label>
        <input
          type="checkbox"
          checked={isAll}
          onChange={(event) =>
            choose(
              toggled(
                chosen,
                all.map(({ id }) => id),
                event.target.checked,
              ),
            )
          }
        />{" "}
        <strong>all</strong>
      </label>
      {all.map(({ id, label: each }) => (
        <label key={id}>
          <input
            type="checkbox"
            checked={chosen.has(id)}
            onChange={(event) => choose(toggled(chosen, [id], event.target.checked))}
          />{" "}
          {each}
        </label>
      ))}
    </fieldset>
  );
}
