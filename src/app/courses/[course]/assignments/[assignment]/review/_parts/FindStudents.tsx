"use client";
import { usePathname } from "next/navigation";
import { useState } from "react";
import type { Period } from "@/data/review/period";
import { arrangementAsked } from "./arrange";
import { useArrangement } from "./useArrangement";

/** Finds students and groups by their names as one types; by Enter where there is no script. */
export function FindStudents({ period }: { period: Period }) {
  const { arrangement, find } = useArrangement(period);
  const path = usePathname();
  const [text, setText] = useState(arrangement.find);
  const [kept, setKept] = useState(arrangement.find);
  // The way back, and links that show everybody, empty the field.
  if (kept !== arrangement.find) {
    setKept(arrangement.find);
    if (arrangement.find !== text.trim()) setText(arrangement.find);
  }
  const { find: _, ...others } = arrangementAsked(arrangement);
  return (
    <form role="search" action={path} method="get" onSubmit={(event) => event.preventDefault()}>
      {Object.entries(others).map(([name, value]) => (
        <input key={name} type="hidden" name={name} value={value} />
      ))}
      <label className="plain-label">
        Find a student or a group{" "}
        <input
          type="search"
          className="plain-input short"
          name="find"
          maxLength={80}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            find(event.target.value.trim());
          }}
        />
      </label>
    </form>
  );
}
