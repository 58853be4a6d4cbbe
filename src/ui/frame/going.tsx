"use client";
import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { useEffect } from "react";

/** The addresses that this window asked the server for and does not show yet, the newest last. */
let asked: readonly URL[] = [];

/**
 * Goes to an address, and knows until it is there that this window is going. Where one looks stays in sight
 * unless it `scrolls`.
 */
export function useGo(): (
  to: string,
  options?: { readonly scrolls?: boolean; readonly replaces?: boolean },
) => void {
  const router = useRouter();
  return (to, { scrolls = false, replaces = false } = {}) => {
    asked = [...asked, new URL(to, window.location.href)];
    router[replaces ? "replace" : "push"](to, { scroll: scrolls });
  };
}

/** Whether this window is going to another address than the one that it shows. */
export function isGoing(): boolean {
  const ahead = asked.at(-1);
  return ahead !== undefined && !isShown(ahead);
}

/**
 * Where this window is, or is going if that is on the same path: what was chosen last is in it, drawn or not.
 */
export function addressAhead(): URL {
  const ahead = asked.at(-1);
  return ahead?.pathname === window.location.pathname ? ahead : new URL(window.location.href);
}

/**
 * Stands once in the application, and tells when the window has come to another address, however it came
 * there.
 */
export function Arrivals() {
  const [path, searched] = [usePathname(), useSearchParams()];
  useEffect(() => {
    // What was asked for since is still on its way. Who came elsewhere, back or by a link, has left it all.
    const at = asked.findLastIndex(isShown);
    asked = at < 0 ? [] : asked.slice(at + 1);
  }, [path, searched]);
  return null;
}

function isShown({ pathname, search }: URL): boolean {
  return pathname === window.location.pathname && search === window.location.search;
}
