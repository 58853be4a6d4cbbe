"use client";
import { useSearchParams } from "next/navigation";
import type { MouseEvent } from "react";
import type { Period } from "@/data/review/period";
import { useHere } from "@/ui/frame/useHere";
import { type Arrangement, arrangementAsked, askedOfArrangement } from "./arrange";
import { arrangementOf } from "./arranged";

/** How the class is arranged by the address. Another order or selection changes the address alone: what is shown is there already. */
export function useArrangement(period: Period): { arrangement: Arrangement; href: (changed: Partial<Arrangement>) => string; goTo: (event: MouseEvent<HTMLAnchorElement>) => void; find: (text: string) => void } {
  const [searched, here] = [useSearchParams(), useHere()];
  const arrangement = arrangementOf({ ...Object.fromEntries(searched), columns: searched.getAll("columns") }, period);
  const href = (changed: Partial<Arrangement>) => {
    const asked = arrangementAsked({ ...arrangement, ...changed });
    // Evidence that is open stays open.
    return here(Object.fromEntries(askedOfArrangement.map((name) => [name, asked[name] ?? null])));
  };
  return {
    arrangement, href,
    // Letter by letter: the way back leads to where one began to type.
    find: (text) => window.history.replaceState(null, "", href({ find: text })),
    goTo: (event) => {
      if (event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
      event.preventDefault();
      window.history.pushState(null, "", event.currentTarget.href);
    },
  };
}
