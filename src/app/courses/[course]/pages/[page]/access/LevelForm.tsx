"use client";
import { useOptimistic, useState, useTransition } from "react";
import type { Level } from "@/core/access/may";
import type { AccessSet } from "@/data/access/write";

const choices: readonly { readonly level: Level | null; readonly label: string; readonly about: string }[] = [
  { level: null, label: "As in the rest of the wiki", about: "nothing is set for this page alone" },
  { level: "write", label: "Write", about: "read, comment and change it" },
  { level: "comment", label: "Comment", about: "read it and comment, not change it" },
  { level: "read", label: "Read", about: "read it only" },
  { level: "hidden", label: "Hidden", about: "it does not exist for them" },
];

/** What the wiki's own group may do on this page. A choice holds at once, and the one before can be chosen again. */
export function LevelForm({ groupName, level, setLevel }: { groupName: string; level: Level | null; setLevel: (level: Level | null) => Promise<AccessSet> }) {
  const [said, setSaid] = useState<{ kind: "done" | "wrong"; text: string; before: Level | null } | null>(null);
  const [isBusy, startTransition] = useTransition();
  const [shown, show] = useOptimistic(level);

  const choose = (next: Level | null, isUndo = false) => startTransition(async () => {
    show(next);
    try {
      const answer = await setLevel(next);
      if (answer.kind === "refused") return setSaid({ kind: "wrong", text: "You may not change access here any more. Nothing was changed.", before: level });
      setSaid(isUndo ? { kind: "done", text: "It is as it was before.", before: next } : { kind: "done", text: "This holds from now on.", before: level });
    } catch {
      setSaid({ kind: "wrong", text: "The server did not answer. Nothing was changed; try again.", before: level });
    }
  });

  return (
    <fieldset className="choices" aria-busy={isBusy}>
      <legend><strong>What may {groupName} do on this page?</strong></legend>
      {choices.map((choice) => (
        <label className="choice" key={choice.label}>
          <input type="radio" name="level" checked={shown === choice.level} onChange={() => choose(choice.level)} />
          <span>{choice.label}<small>{choice.about}</small></span>
        </label>
      ))}
      <div role="status" style={{ gridColumn: "1 / -1" }}>
        {said && <p className={`notice ${said.kind}`}><span>{said.text}</span>{said.kind === "done" && said.before !== level && <button type="button" className="plain-button" onClick={() => choose(said.before, true)}>Undo</button>}</p>}
      </div>
    </fieldset>
  );
}
