"use client";
import { useDraggable, useDroppable } from "@dnd-kit/core";
import type { BoardGroup } from "./board";
import type { Placeable } from "./placeable";

type ById = ReadonlyMap<string, Placeable>;
type Choices = readonly { readonly at: number; readonly name: string }[];
type Move = (person: string, to: number | null) => void;

interface SlipProps {
  readonly at: number;
  readonly group: BoardGroup;
  readonly byId: ById;
  readonly choices: Choices;
  readonly onMove: Move;
  readonly onChange: (more: Partial<BoardGroup>) => void;
  readonly onRemove: () => void;
}

/** A group: a slip of paper that people are dropped on. */
export function Slip({ at, group, byId, choices, onMove, onChange, onRemove }: SlipProps) {
  const { setNodeRef, isOver } = useDroppable({ id: String(at) });
  const name = group.name || `Group ${at + 1}`;
  return (
    <section className="slip" ref={setNodeRef} data-over={isOver} aria-label={name}>
      <header>
        <div className="slip-name">
          <input className="plain-input" aria-label={`Name of group ${at + 1}`} value={group.name} maxLength={200} onChange={(event) => onChange({ name: event.target.value })} />
          <span className="count">{group.members.length}</span>
          <button type="button" className="plain-button" aria-label={`Take ${name} away`} onClick={onRemove}>×</button>
        </div>
        <input className="topic" aria-label={`Topic of ${name}`} placeholder="topic" value={group.topic} maxLength={200} onChange={(event) => onChange({ topic: event.target.value })} />
      </header>
      <ul>{group.members.map((id) => <Chip key={id} id={id} person={byId.get(id)} at={at} choices={choices} onMove={onMove} />)}</ul>
    </section>
  );
}

export function Unplaced({ people, byId, choices, onMove }: { people: readonly string[]; byId: ById; choices: Choices; onMove: Move }) {
  const { setNodeRef, isOver } = useDroppable({ id: "nowhere" });
  return (
    <aside className="slip" ref={setNodeRef} data-over={isOver} aria-label="In no group">
      <header><div className="slip-name"><strong className={people.length > 0 ? "waiting" : ""}>In no group</strong><span className="count" role="status">{people.length}</span></div></header>
      {people.length === 0 ? <p className="quiet" style={{ padding: "8px 10px" }}>Everybody is in a group.</p> : <ul>{people.map((id) => <Chip key={id} id={id} person={byId.get(id)} at={null} choices={choices} onMove={onMove} />)}</ul>}
    </aside>
  );
}

/** A person: dragged by the name, or moved by the list beside it, which is there for the keyboard and for small screens. */
function Chip({ id, person, at, choices, onMove }: { id: string; person: Placeable | undefined; at: number | null; choices: Choices; onMove: Move }) {
  const { setNodeRef, listeners, isDragging } = useDraggable({ id });
  const name = person?.name ?? "Somebody who has left";
  const about = Object.values(person?.columns ?? {}).join(", ");
  return (
    <li className="chip" data-dragged={isDragging}>
      <span className="grip" ref={setNodeRef} {...listeners} title={about ? `${name}: ${about}` : name}>{name}</span>
      <span className="pick"><select className="plain-select" aria-label={`Group of ${name}`} value={at ?? ""} onChange={(event) => onMove(id, event.target.value === "" ? null : Number(event.target.value))}>
        <option value="">no group</option>
        {choices.map((choice) => <option key={choice.at} value={choice.at}>{choice.name}</option>)}
      </select></span>
    </li>
  );
}
