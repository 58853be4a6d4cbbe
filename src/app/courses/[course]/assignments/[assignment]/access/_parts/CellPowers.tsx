"use client";
import { useState } from "react";
import { type Power, powers } from "@/core/access/rule";
import type { Cell, PowerSetting } from "@/core/access/setting";
import { Button } from "@/ui/forms/Button";
import { parcel } from "@/ui/forms/parcel";
import { powerWords } from "@/ui/words/access";
import { counted } from "@/ui/words/counts";
import { type Changed, setPowersHere } from "../actions";

type Choice = "as it is" | "may" | "may not" | "as above";
const choices: Record<Choice, boolean | null | undefined> = {
  "as it is": undefined,
  may: true,
  "may not": false,
  "as above": null,
};

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly cells: readonly Cell[];
  /** Of a single cell: what holds for each power, and why. */
  readonly now: Readonly<Record<Power, string>> | null;
  readonly isBusy: boolean;
  readonly act: (action: () => Promise<Changed>) => Promise<void>;
}

/** What those who are chosen may do there besides writing, where that is to differ from all others. */
export function CellPowers({ courseId, assignmentId, cells, now, isBusy, act }: Props) {
  const [chosen, setChosen] = useState<PowerSetting>({});
  const wordOf = (power: Power) =>
    (Object.keys(choices) as Choice[]).find((choice) => choices[choice] === chosen[power])!;
  const isReady = powers.some((power) => chosen[power] !== undefined);
  return (
    <details className="cell-powers">
      <summary>Besides writing</summary>
      <p className="quiet">For what is chosen here; for all wikis at once it is set below the sheet.</p>
      <ul>
        {powers.map((power) => (
          <li key={power}>
            <label>
              {powerWords[power]}
              <select
                className="plain-select"
                value={wordOf(power)}
                onChange={(event) => setChosen({ ...chosen, [power]: choices[event.target.value as Choice] })}
              >
                {(Object.keys(choices) as Choice[]).map((choice) => (
                  <option key={choice}>{choice}</option>
                ))}
              </select>
            </label>
            {now && <small className="quiet">{now[power]}</small>}
          </li>
        ))}
      </ul>
      <Button
        variant="outlined"
        disabled={!isReady || isBusy}
        onClick={() =>
          void act(() => setPowersHere(courseId, assignmentId, parcel({ cells, powers: chosen }))).then(() =>
            setChosen({}),
          )
        }
      >
        Set these for {counted(cells.length, "cell")}
      </Button>
    </details>
  );
}
