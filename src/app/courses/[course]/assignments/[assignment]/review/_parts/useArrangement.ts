"use client";
import { useSearchParams } from "next/navigation";
import type { MouseEvent } from "react";
import type { Period } from "@/data/review/period";
import { isPlainClick } from "@/ui/frame/plain-click";
import { type Changed, hereNow, useHere } from "@/ui/frame/useHere";
import { type Arrangement, arrangementAsked } from "./arrange";
import { arrangementOf } from "./arranged";

interface Arranged {
  readonly arrangement: Arrangement;
  /** Where the class is arranged otherwise, for what goes there by the router. */
  readonly hrefNow: (changed: Partial<Arrangement>) => string;
  /** A link to it that changes the address alone. */
  readonly link: (changed: Partial<Arrangement>) => { readonly href: string; readonly onClick: (event: MouseEvent) => void };
  readonly find: (text: string) => void;
}

/** How the class is arranged by the address. Another order or selection changes the address alone: what is shown is there already. */
export function useArrangement(period: Period): Arranged {
  const [searched, here] = [useSearchParams(), useHere()];
  const arrangement = arrangementOf({ ...Object.fromEntries(searched), columns: searched.getAll("columns") }, period);
  // What is not changed stays as it is in the address, evidence that is open too.
  const asked = (changed: Partial<Arrangement>): Changed => {
    const [all, names] = [arrangementAsked({ ...arrangement, ...changed }), Object.keys(changed).map((name) => (name === "isDescending" ? "down" : name))];
    return Object.fromEntries(names.map((name) => [name, all[name] ?? null]));
  };
  return {
    arrangement,
    hrefNow: (changed) => hereNow(asked(changed)),
    link: (changed) => ({
      href: here(asked(changed)),
      onClick: (event) => {
        if (!isPlainClick(event)) return;
        event.preventDefault();
        window.history.pushState(null, "", hereNow(asked(changed)));
      },
    }),
    // Letter by letter: the way back leads to where one began to type.
    find: (text) => window.history.replaceState(null, "", hereNow(asked({ find: text }))),
  };
}
