"use client";
import type { RefObject } from "react";
import { useEffect, useImperativeHandle, useState } from "react";
import type { Choice } from "./choices";
import type { Choosing } from "./chooser";

export interface ChooserKeys {
  /** Takes a key of the editor; true: it was meant for the list. */
  readonly press: (key: string) => boolean;
}

const notes: Record<Choice["kind"], string> = {
  page: "page",
  heading: "heading of this page",
  file: "file",
  address: "address",
  promise: "start a page called this",
};

function nameOf(choice: Choice): string {
  switch (choice.kind) {
    case "page":
      return choice.page.title;
    case "heading":
      return choice.heading.text;
    case "file":
      return choice.file.name;
    case "address":
      return choice.href;
    case "promise":
      return choice.title;
    default:
      return choice satisfies never;
  }
}

/**
 * The list below the brackets that were typed. The cursor stays in the text: arrows and Enter are handed over
 * by the editor.
 */
export function ChooserList({ choosing, keys }: { choosing: Choosing; keys: RefObject<ChooserKeys | null> }) {
  const { choices, at, choose } = choosing;
  const [chosen, setChosen] = useState(0);
  const here = Math.min(chosen, Math.max(0, choices.length - 1));
  useImperativeHandle(
    keys,
    () => ({
      press: (key) => {
        if (choices.length === 0) return false;
        if (key === "ArrowDown") setChosen((here + 1) % choices.length);
        else if (key === "ArrowUp") setChosen((here + choices.length - 1) % choices.length);
        else if (key === "Enter" || key === "Tab") choose(choices[here]!);
        else return false;
        return true;
      },
    }),
    [choices, choose, here],
  );
  useEffect(() => {
    document.getElementById(`choice-${here}`)?.scrollIntoView({ block: "nearest" });
  }, [here]);
  if (!at) return null;
  // The save line stays free: what is chosen from is never over it.
  const foot = document.querySelector(".save-line")?.getBoundingClientRect().top ?? window.innerHeight;
  const isLow = at.bottom + 260 > foot && at.top > foot / 2;
  const place = {
    left: Math.max(8, Math.min(at.left, window.innerWidth - 328)),
    ...(isLow
      ? { bottom: window.innerHeight - at.top + 4, maxHeight: Math.min(250, at.top - 60) }
      : { top: at.bottom + 4, maxHeight: Math.max(92, Math.min(250, foot - at.bottom - 8)) }),
  };
  return (
    <div className="chooser" style={place} role="listbox" aria-label="Link to">
      {choices.length === 0 && <p className="quiet">Type part of a title.</p>}
      {choices.map((choice, index) => (
        <div
          key={`${choice.kind} ${nameOf(choice)} ${index}`}
          id={`choice-${index}`}
          role="option"
          aria-selected={index === here}
          data-kind={choice.kind}
          // Where the mouse only rests, the list that moves below it follows the keys.
          onMouseMove={() => setChosen(index)}
          onMouseDown={(event) => {
            event.preventDefault();
            choose(choice);
          }}
        >
          <span>{nameOf(choice)}</span>
          <small>{notes[choice.kind]}</small>
        </div>
      ))}
      <p className="visually-hidden" role="status">
        {choices[here] ? `${nameOf(choices[here])}, ${notes[choices[here].kind]}` : "nothing of that name"}
      </p>
    </div>
  );
}
