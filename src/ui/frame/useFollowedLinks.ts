"use client";
import { type MouseEvent, useTransition } from "react";
import { addressAhead, useGo } from "./going";
import { isPlainClick } from "./plain-click";

/**
 * Lets a list of many plain links be followed as those of the router are, without a component for each. To be
 * called with the clicks in the list; a link with `data-stays` keeps what is shown where it is, and `kept` of
 * what the address asks for as it does by then, since what was chosen a moment before need not be drawn yet.
 */
export function useFollowedLinks(kept: readonly string[] = []): {
  isGoing: boolean;
  follow: (event: MouseEvent) => void;
} {
  const go = useGo();
  const [isGoing, startGoing] = useTransition();
  return {
    isGoing,
    follow: (event) => {
      const link = (event.target as Element).closest<HTMLAnchorElement>("a[href]");
      if (!link || !isPlainClick(event)) return;
      const to = new URL(link.href);
      // What a comment names elsewhere is left to the browser.
      if (to.origin !== window.location.origin) return;
      event.preventDefault();
      const isStaying = link.dataset.stays !== undefined;
      if (isStaying) keep(to, kept);
      startGoing(() => go(to.href, { scrolls: !isStaying }));
    },
  };
}

function keep(to: URL, names: readonly string[]): void {
  const now = addressAhead().searchParams;
  for (const name of names) {
    to.searchParams.delete(name);
    for (const value of now.getAll(name)) to.searchParams.append(name, value);
  }
}
