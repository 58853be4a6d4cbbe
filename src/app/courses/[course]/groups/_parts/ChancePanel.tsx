"use client";
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { groupsOfSize, makeGroups } from "@/core/roster/groups";
import { Button } from "@/ui/forms/Button";
import { counted } from "@/ui/words/counts";
import type { Placeable } from "./placeable";

interface Props {
  readonly students: readonly Placeable[];
  readonly seed: number | null;
  readonly isOpen: boolean;
  readonly onMade: (groups: readonly (readonly string[])[], seed: number) => void;
}

interface Pair {
  readonly one: Placeable;
  readonly other: Placeable;
  readonly together: boolean;
}

/** A seed that is easy to read out and to type in again. */
const newSeed = () => 1000 + Math.floor(Math.random() * 9000);

/** Groups by chance: how many, spread by what, who with whom, and the seed that makes it repeatable. */
export function ChancePanel({ students, seed: known, isOpen, onMade }: Props) {
  const [by, setBy] = useState<"size" | "groups">("size");
  const [count, setCount] = useState(4);
  const [spread, setSpread] = useState<readonly [string, string]>(["", ""]);
  const [pairs, setPairs] = useState<readonly Pair[]>([]);
  const [seed, setSeed] = useState(() => String(known ?? newSeed()));
  const [isUnfolded, setUnfolded] = useState(isOpen);
  const [problem, setProblem] = useState<string | null>(null);
  const columns = [...new Set(students.flatMap((student) => Object.keys(student.columns)))];
  const groups = by === "groups" ? count : groupsOfSize(students.length, Math.max(1, count));

  function make(withSeed: number): void {
    const of = (together: boolean) =>
      pairs.filter((pair) => pair.together === together).map(({ one, other }) => [one.id, other.id] as const);
    const made = makeGroups({
      people: students.map(({ id, columns: values }) => ({
        id,
        values: spread.map((column) => (column ? (values[column] ?? "") : "")),
      })),
      into: by === "groups" ? { groups: count } : { size: count },
      together: of(true),
      apart: of(false),
      seed: withSeed,
    });
    setSeed(String(withSeed));
    if (made.kind === "made") {
      setProblem(null);
      return onMade(made.groups, withSeed);
    }
    const nameOf = (id: string) => students.find((student) => student.id === id)?.name ?? id;
    if (made.problem === "pairs") {
      const [one, other] = (made.together[0] ?? made.apart[0])!;
      return setProblem(
        `These pairs can't all be kept: no way was found to have ${nameOf(one)} and ${nameOf(other)} ${made.together[0] ? "together" : "apart"} along with the others. Take a pair away.`,
      );
    }
    setProblem(
      {
        nobody: "There are no students on the course yet.",
        "no groups": "Say how many.",
        "more groups than people": "There are more groups than students.",
      }[made.problem],
    );
  }

  const typed = /^\d{1,9}$/.test(seed.trim()) ? Number(seed.trim()) : null;
  return (
    <details
      className="starter"
      open={isUnfolded}
      onToggle={(event) => setUnfolded(event.currentTarget.open)}
    >
      <summary>
        By chance<small>evenly by columns, some together, some apart</small>
      </summary>
      <div className="chance">
        <div className="field-row">
          <TextField
            select
            label="Make"
            value={by}
            onChange={(event) => setBy(event.target.value as "size" | "groups")}
            slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
          >
            <option value="size">groups of about</option>
            <option value="groups">as many groups as</option>
          </TextField>
          <TextField
            label={by === "size" ? "Students in each" : "Groups"}
            type="number"
            value={count}
            onChange={(event) => setCount(Math.max(0, Math.floor(Number(event.target.value))))}
            slotProps={{ htmlInput: { min: 1, max: 1000 } }}
            helperText={
              count > 0 && students.length > 0
                ? `${counted(groups, "group")} of ${Math.floor(students.length / groups)}${students.length % groups ? ` or ${Math.floor(students.length / groups) + 1}` : ""}`
                : " "
            }
          />
          {columns.length > 0 &&
            ([0, 1] as const).map((at) => (
              <TextField
                key={at}
                select
                label={at === 0 ? "Spread evenly by" : "and by"}
                value={spread[at]}
                onChange={(event) =>
                  setSpread(at === 0 ? [event.target.value, spread[1]] : [spread[0], event.target.value])
                }
                slotProps={{ select: { native: true }, inputLabel: { shrink: true } }}
              >
                <option value="">nothing</option>
                {columns.map((column) => (
                  <option key={column} value={column}>
                    {column}
                  </option>
                ))}
              </TextField>
            ))}
          <TextField
            label="Seed"
            value={seed}
            onChange={(event) => setSeed(event.target.value)}
            error={typed === null}
            helperText={typed === null ? "A whole number" : "The same seed makes the same groups"}
            slotProps={{ htmlInput: { inputMode: "numeric" } }}
          />
        </div>
        <PairsField students={students} pairs={pairs} onChange={setPairs} />
        <div role="alert">{problem && <p className="notice wrong">{problem}</p>}</div>
        <div className="actions">
          <Button variant="contained" disabled={typed === null} onClick={() => make(typed!)}>
            Make {counted(groups, "group")}
          </Button>
          <Button variant="outlined" onClick={() => make(newSeed())}>
            Make others
          </Button>
        </div>
      </div>
    </details>
  );
}

function PairsField({
  students,
  pairs,
  onChange,
}: {
  students: readonly Placeable[];
  pairs: readonly Pair[];
  onChange: (pairs: readonly Pair[]) => void;
}) {
  const [one, setOne] = useState<Placeable | null>(null);
  const [other, setOther] = useState<Placeable | null>(null);
  const person = (label: string, value: Placeable | null, set: (next: Placeable | null) => void) => (
    <Autocomplete
      options={students as Placeable[]}
      value={value}
      onChange={(_, next) => set(next)}
      getOptionLabel={({ name }) => name}
      getOptionKey={({ id }) => id}
      size="small"
      renderInput={(params) => <TextField {...params} label={label} />}
    />
  );
  const add = (together: boolean) => {
    if (!one || !other || one.id === other.id) return;
    onChange([...pairs, { one, other, together }]);
    setOne(null);
    setOther(null);
  };
  return (
    <div>
      <div className="field-row" style={{ alignItems: "center" }}>
        {person("A student", one, setOne)}
        {person("and another", other, setOther)}
        <div className="actions">
          <Button
            size="small"
            variant="outlined"
            disabled={!one || !other || one.id === other.id}
            onClick={() => add(true)}
          >
            Keep together
          </Button>
          <Button
            size="small"
            variant="outlined"
            disabled={!one || !other || one.id === other.id}
            onClick={() => add(false)}
          >
            Keep apart
          </Button>
        </div>
      </div>
      {pairs.length > 0 && (
        <ul className="pairs" style={{ marginTop: 8 }}>
          {pairs.map((pair, at) => (
            <li key={at}>
              {pair.one.name} and {pair.other.name} <strong>{pair.together ? "together" : "apart"}</strong>
              <button
                type="button"
                className="plain-button"
                onClick={() => onChange(pairs.filter((_, index) => index !== at))}
              >
                Forget
                <span className="visually-hidden">
                  {" "}
                  {pair.one.name} and {pair.other.name}
                </span>
              </button>
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}
