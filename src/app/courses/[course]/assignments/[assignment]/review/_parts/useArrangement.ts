"use client";
import { useSearchParams } from "next/navigation";
import type { MouseEvent } from "react";
import type { Period } from "@/data/review/period";
import { isGoing, useGo } from "@/ui/frame/going";
import { isPlainClick } from "@/ui/frame/plain-click";
import { type Changed, hereNow, useHere } from "@/ui/frame/useHere";
import { type Arrangement, arrangementAsked } from "./arrange";
import { arrangementOf } from "./arranged";

interface Arranged {
  readonly arrangement: Arrangement;
  /** Where the class is arranged otherwise, for what goes there by the router. */
  readonly hrefNow: (changed: Partial<Arrangement>) => string;
  /**
   * A link to it that changes the address alone, unless what else was chosen is still on its way from the
   * server.
   */
  readonly link: (changed: Partial<Arrangement>) => {
    readonly href: string;
    readonly onClick: (event: MouseEvent) => void;
  };
  readonly find: (text: string) => void;
}

/**
 * How the class is arranged by the address. Another order or selection changes the address alone: what is
 * shown is there already.
 */
export function useArrangement(period: Period): Arranged {
  const [searched, here, go] = [useSearchParams(), useHere(), useGo()];
  const arrangement = arrangementOf(
    { ...Object.fromEntries(searched), columns: searched.getAll("columns") },
    period,
  );
  // What is not changed stays as it is in the address, evidence that is open too.
  const asked = (changed: Partial<Arrangement>): Changed => {
    const [all, names] = [
      arrangementAsked({ ...arrangement, ...changed }),
      Object.keys(changed).map((name) => (name === "isDescending" ? "down" : name)),
    ];
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
        const to = hereNow(asked(changed));
        if (isGoing()) go(to);
        else window.history.pushState(null, "", to);
      },
    }),
    // Letter by letter: the way back leads to where one began to type.
    find: (text) => {
      const to = hereNow(asked({ find: text }));
      if (isGoing()) go(to, { replaces: true });
      else window.history.replaceState(null, "", to);
    },
  };
}
