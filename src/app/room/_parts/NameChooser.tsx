"use client";
import { useState } from "react";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { enterAs } from "../actions";

interface Props {
  readonly code: string;
  readonly names: readonly { readonly id: string; readonly name: string; readonly isTaken: boolean }[];
}

const manyNames = 16;

/** Choosing who one is. A name that somebody has come in by can't be chosen again until it is let go. */
export function NameChooser({ code, names }: Props) {
  const { act, said, isBusy } = useAct();
  const [search, setSearch] = useState("");
  const shown = names.filter(({ name }) => name.toLowerCase().includes(search.trim().toLowerCase()));
  return (
    <div className="paper form-paper">
      {names.length > manyNames && (
        <label className="plain-label">
          Find your name{" "}
          <input
            className="plain-input"
            type="search"
            value={search}
            autoFocus
            onChange={(event) => setSearch(event.target.value)}
          />
        </label>
      )}
      <ul className="people-list names-list" aria-label="Names">
        {shown.map(({ id, name, isTaken }) => (
          <li key={id}>
            <button
              type="button"
              disabled={isTaken || isBusy}
              onClick={() => void act(() => enterAs(code, id))}
            >
              {name}
              {isTaken && <span className="quiet"> is in the room</span>}
            </button>
          </li>
        ))}
      </ul>
      {shown.length === 0 && <p className="quiet">No name is like that.</p>}
      <Said said={said} />
    </div>
  );
}
