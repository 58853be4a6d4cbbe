"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import { createContext, memo, use, useState } from "react";
import type { BoardGroup } from "./board";
import type { Placeable } from "./placeable";

/**
 * What slips and chips can do. The same object for as long as the board stands, so that a step redraws only
 * what it changed.
 */
export interface BoardActs {
  readonly person: (id: string) => Placeable | undefined;
  /** The groups there are now, by their place on the board. */
  readonly choices: () => readonly { readonly at: number; readonly name: string }[];
  readonly move: (person: string, to: number | null) => void;
  readonly change: (at: number, more: Partial<BoardGroup>) => void;
  readonly remove: (at: number) => void;
}

export const BoardContext = createContext<BoardActs | null>(null);

function useBoard(): BoardActs {
  const acts = use(BoardContext);
  if (!acts) throw new Error("No board around");
  return acts;
}

/** A group: a slip of paper that people are dropped on. */
export const Slip = memo(function Slip({ at, group }: { at: number; group: BoardGroup }) {
  const { change, remove } = useBoard();
  const { setNodeRef, isOver } = useDroppable({ id: String(at) });
  const name = group.name || `Group ${at + 1}`;
  return (
    <section className="slip" ref={setNodeRef} data-over={isOver} aria-label={name}>
      <header>
        <div className="slip-name">
          <input
            className="plain-input"
            aria-label={`Name of group ${at + 1}`}
            value={group.name}
            maxLength={200}
            onChange={(event) => change(at, { name: event.target.value })}
          />
          <span className="count">{group.members.length}</span>
          <button
            type="button"
            className="plain-button"
            aria-label={`Take ${name} away`}
            onClick={() => remove(at)}
          >
            ×
          </button>
        </div>
        <input
          className="topic"
          aria-label={`Topic of ${name}`}
          placeholder="topic"
          value={group.topic}
          maxLength={200}
          onChange={(event) => change(at, { topic: event.target.value })}
        />
      </header>
      <ul>
        {group.members.map((id) => (
          <Chip key={id} id={id} at={at} />
        ))}
      </ul>
    </section>
  );
});

export function Unplaced({ people }: { people: readonly string[] }) {
  const { setNodeRef, isOver } = useDroppable({ id: "nowhere" });
  return (
    <aside className="slip" ref={setNodeRef} data-over={isOver} aria-label="In no group">
      <header>
        <div className="slip-name">
          <strong className={people.length > 0 ? "waiting" : ""}>In no group</strong>
          <span className="count" role="status">
            {people.length}
          </span>
        </div>
      </header>
      {people.length === 0 ? (
        <p className="quiet" style={{ padding: "8px 10px" }}>
          Everybody is in a group.
        </p>
      ) : (
        <ul>
          {people.map((id) => (
            <Chip key={id} id={id} at={null} />
          ))}
        </ul>
      )}
    </aside>
  );
}

/**
 * A person: dragged by the name, or moved by the list beside it, which is there for the keyboard and for
 * small screens.
 */
const Chip = memo(function Chip({ id, at }: { id: string; at: number | null }) {
  const { person } = useBoard();
  const { setNodeRef, listeners, isDragging } = useDraggable({ id });
  const found = person(id);
  const name = found?.name ?? "Somebody who has left";
  const about = Object.values(found?.columns ?? {}).join(", ");
  return (
    <li className="chip" data-dragged={isDragging}>
      <span className="grip" ref={setNodeRef} {...listeners} title={about ? `${name}: ${about}` : name}>
        {name}
      </span>
      <Picker id={id} name={name} at={at} />
    </li>
  );
});

/**
 * The list of groups beside a person. It is filled only when somebody turns to it: 2,000 people times 400
 * groups are too many.
 */
function Picker({ id, name, at }: { id: string; name: string; at: number | null }) {
  const { choices, move } = useBoard();
  const [isFilled, setFilled] = useState(false);
  const fill = () => setFilled(true);
  /** The list goes with the person to their new group: whoever works by keyboard goes on from there. */
  function moveTo(to: number | null): void {
    move(id, to);
    requestAnimationFrame(() =>
      document.querySelector<HTMLElement>(`[data-person="${CSS.escape(id)}"]`)?.focus(),
    );
  }
  return (
    <span className="pick">
      <select
        className="plain-select"
        aria-label={`Group of ${name}`}
        value={at ?? ""}
        onPointerEnter={fill}
        onPointerDown={fill}
        onFocus={fill}
        onBlur={() => setFilled(false)}
        data-person={id}
        onChange={(event) => moveTo(event.target.value === "" ? null : Number(event.target.value))}
      >
        {isFilled ? (
          <>
            <option value="">no group</option>
            {choices().map((choice) => (
              <option key={choice.at} value={choice.at}>
                {choice.name}
              </option>
            ))}
          </>
        ) : (
          <option value={at ?? ""} />
        )}
      </select>
    </span>
  );
}
