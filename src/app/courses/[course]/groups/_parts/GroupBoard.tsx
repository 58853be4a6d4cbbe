"use client";
import {
  DndContext,
  DragOverlay,
  PointerSensor,
  pointerWithin,
  useSensor,
  useSensors,
  type DragEndEvent,
} from "@dnd-kit/core";
import TextField from "@mui/material/TextField";
import { useEffect, useMemo, useRef, useState } from "react";
import type { GroupSetInput } from "@/data/groups/input";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { useUnsaved } from "@/ui/forms/useUnsaved";
import { counted, listed } from "@/ui/words/counts";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { type BoardGroup, filledUp, moved, nextName, remade, unplaced } from "./board";
import { ChancePanel } from "./ChancePanel";
import type { Placeable } from "./placeable";
import { type BoardActs, BoardContext, Slip, Unplaced } from "./Slip";

interface Props {
  readonly heading: string;
  readonly fields: GroupSetInput;
  /** The state of the set that is shown: what is saved counts only on top of it. */
  readonly state: string | null;
  /** Published assignments that have their wikis by these groups. */
  readonly usedBy: readonly string[];
  readonly students: readonly Placeable[];
  readonly zone: string;
  readonly save: (json: string, state: string | null) => Promise<Answer>;
  readonly remove: (() => Promise<Answer>) | null;
}

/**
 * The board of a set. Once saved, or changed by somebody else, it begins anew with what the server has; what
 * was said stays.
 */
export function GroupBoard(props: Props) {
  const acting = useAct();
  return <Board key={`${props.state} ${JSON.stringify(props.fields)}`} {...props} {...acting} />;
}

function Board({
  heading,
  fields,
  state,
  usedBy,
  students,
  zone,
  save,
  remove,
  act,
  said,
  isBusy,
  say,
}: Props & ReturnType<typeof useAct>) {
  const [rest, setRest] = useState(fields);
  const [past, setPast] = useState<readonly (readonly BoardGroup[])[]>([]);
  const [groups, setGroups] = useState<readonly BoardGroup[]>(fields.groups);
  const [dragged, setDragged] = useState<string | null>(null);
  const [isSaved, setSaved] = useState(false);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));
  const byId = useMemo(() => new Map(students.map((student) => [student.id, student])), [students]);
  const ids = useMemo(() => students.map(({ id }) => id), [students]);
  const left = unplaced(groups, ids);
  const isChanged = !isSaved && JSON.stringify({ ...rest, groups }) !== JSON.stringify(fields);
  useUnsaved(isChanged);

  function step(next: readonly BoardGroup[]): void {
    setPast([...past, groups].slice(-100));
    setGroups(next);
    say(null);
  }

  function undo(): void {
    const before = past.at(-1);
    if (!before) return;
    setPast(past.slice(0, -1));
    setGroups(before);
  }

  useEffect(() => {
    const keys = (event: KeyboardEvent) => {
      if (
        !(event.ctrlKey || event.metaKey) ||
        event.key.toLowerCase() !== "z" ||
        event.target instanceof HTMLInputElement
      )
        return;
      event.preventDefault();
      undo();
    };
    window.addEventListener("keydown", keys);
    return () => window.removeEventListener("keydown", keys);
  });

  function drop({ active, over }: DragEndEvent): void {
    setDragged(null);
    if (!over) return;
    const to = over.id === "nowhere" ? null : Number(over.id);
    const from = groups.findIndex((group) => group.members.includes(String(active.id)));
    if (to === (from < 0 ? null : from)) return;
    step(moved(groups, String(active.id), to));
  }

  const set = <Field extends keyof GroupSetInput>(field: Field, value: GroupSetInput[Field]) => {
    setRest((now) => ({ ...now, [field]: value }));
    say(null);
  };
  // The acts stay the same object; what they do is always what the newest drawing of the board would do.
  const newest = useRef<BoardActs>(null);
  useEffect(() => {
    newest.current = {
      person: (id) => byId.get(id),
      choices: () => groups.map((group, at) => ({ at, name: group.name || `Group ${at + 1}` })),
      move: (person, to) => step(moved(groups, person, to)),
      change: (at, more) =>
        setGroups(groups.map((group, index) => (index === at ? { ...group, ...more } : group))),
      remove: (at) => step(groups.filter((_, index) => index !== at)),
    };
  });
  const [acts] = useState<BoardActs>(() => ({
    person: (id) => newest.current?.person(id) ?? byId.get(id),
    choices: () => newest.current?.choices() ?? [],
    move: (person, to) => newest.current?.move(person, to),
    change: (at, more) => newest.current?.change(at, more),
    remove: (at) => newest.current?.remove(at),
  }));
  const goesElsewhere =
    usedBy.length > 0 &&
    fields.groups.some((before) =>
      before.members.some((id) => !groups.find((group) => group.id === before.id)?.members.includes(id)),
    );

  async function send(): Promise<void> {
    if (await act(() => save(JSON.stringify({ ...rest, groups }), state))) setSaved(true);
  }

  return (
    <>
      <div className="title-line">
        <div>
          <h1>{heading}</h1>
          <p className="quiet">
            {counted(students.length, "student")}, {counted(groups.length, "group")}
            {usedBy.length > 0 ? `; used by ${listed(usedBy)}` : ""}
          </p>
        </div>
        <div className="actions">
          {past.length > 0 && (
            <Button variant="outlined" onClick={undo}>
              Undo
            </Button>
          )}
          {left.length > 0 && groups.length > 0 && (
            <Button
              variant="outlined"
              onClick={() => step(filledUp(groups, left, groups.length + left.length))}
            >
              Place the {left.length} who are left
            </Button>
          )}
          <Button
            variant="outlined"
            onClick={() => step([...groups, { id: null, name: nextName(groups), topic: "", members: [] }])}
          >
            Add a group
          </Button>
        </div>
      </div>
      {usedBy.length === 0 && (
        <ChancePanel
          students={students}
          seed={rest.seed}
          onMade={(made, seed) => {
            step(remade(groups, made));
            set("seed", seed);
          }}
          isOpen={groups.length === 0}
        />
      )}
      <DndContext
        sensors={sensors}
        collisionDetection={pointerWithin}
        onDragStart={({ active }) => setDragged(String(active.id))}
        onDragCancel={() => setDragged(null)}
        onDragEnd={drop}
      >
        <BoardContext value={acts}>
          <div className="board" style={{ marginTop: 16 }}>
            <Unplaced people={left} />
            <div className="slips">
              {groups.length === 0 && (
                <p className="notice" style={{ gridColumn: "1 / -1" }}>
                  No group yet. Let chance make them, add one and drag people into it, or let students sign
                  up.
                </p>
              )}
              {groups.map((group, at) => (
                <Slip key={group.id ?? `new ${at}`} at={at} group={group} />
              ))}
            </div>
          </div>
        </BoardContext>
        <DragOverlay dropAnimation={null}>
          {dragged && <div className="dragged">{byId.get(dragged)?.name}</div>}
        </DragOverlay>
      </DndContext>
      <section className="form-part" style={{ marginTop: 24 }}>
        <div>
          <h2>For students</h2>
          <p>Until you say so, they see nothing of these groups.</p>
        </div>
        <div className="fields">
          <TextField
            label="Name of the set"
            value={rest.title}
            onChange={(event) => set("title", event.target.value)}
            slotProps={{ htmlInput: { maxLength: 200 } }}
          />
          <label className="choice">
            <input
              type="checkbox"
              checked={rest.published}
              onChange={(event) => set("published", event.target.checked)}
            />
            <span>
              Students see the groups<small>who is with whom, names and topics</small>
            </span>
          </label>
          <label className="choice">
            <input
              type="checkbox"
              checked={rest.signUpLimit !== null}
              onChange={(event) => set("signUpLimit", event.target.checked ? 4 : null)}
            />
            <span>
              Students sign up themselves<small>and change their group, until you close it</small>
            </span>
          </label>
          {rest.signUpLimit !== null && (
            <div className="field-row">
              <TextField
                label="Places in each group"
                type="number"
                value={rest.signUpLimit}
                onChange={(event) => set("signUpLimit", Math.max(1, Number(event.target.value) || 1))}
                slotProps={{ htmlInput: { min: 1, max: 1000 } }}
              />
              <TextField
                label="Until"
                type="datetime-local"
                value={rest.signUpUntil ?? ""}
                onChange={(event) => set("signUpUntil", event.target.value || null)}
                slotProps={{ inputLabel: { shrink: true } }}
                helperText={`Times of ${zone.replaceAll("_", " ")}. Empty: until you close it.`}
              />
            </div>
          )}
        </div>
      </section>
      <div className="form-foot">
        <div style={{ flex: "1 1 260px" }}>
          <Said said={said} />
          {isChanged && !said && <p className="quiet">Not saved yet.</p>}
        </div>
        {goesElsewhere && (
          <TextField
            label="Moves hold from"
            type="datetime-local"
            value={rest.movesFrom ?? ""}
            onChange={(event) => set("movesFrom", event.target.value || null)}
            slotProps={{ inputLabel: { shrink: true } }}
            helperText="Empty: from now on. What they wrote stays."
            sx={{ maxWidth: 250 }}
          />
        )}
        {remove && usedBy.length === 0 && (
          <Button onClick={() => void act(remove)} disabled={isBusy}>
            Take this set away
          </Button>
        )}
        <Button variant="contained" disabled={isBusy || !isChanged} onClick={() => void send()}>
          {isBusy ? "Saving" : "Save the groups"}
        </Button>
      </div>
    </>
  );
}
