"use client";
import { usePathname, useRouter, useSearchParams } from "next/navigation";
import { useEffect } from "react";

/** The address that this window asked the server for, until what it answers is drawn. */
let asked: URL | null = null;

/** Goes to an address, and knows until it is there that this window is going. Where one looks stays in sight unless it `scrolls`. */
export function useGo(): (to: string, options?: { readonly scrolls?: boolean; readonly replaces?: boolean }) => void {
  const router = useRouter();
  return (to, { scrolls = false, replaces = false } = {}) => {
    asked = new URL(to, window.location.href);
    router[replaces ? "replace" : "push"](to, { scroll: scrolls });
  };
}

/** Whether this window is going to another address than the one that it shows. */
export function isGoing(): boolean {
  return asked !== null && asked.href !== window.location.href;
}

/** Where this window is, or is going if that is on the same path: what was chosen last is in it, drawn or not. */
export function addressAhead(): URL {
  return asked?.pathname === window.location.pathname ? asked : new URL(window.location.href);
}

/** Stands once in the application, and tells when the window has come to another address, however it came there. */
export function Arrivals() {
  const [path, searched] = [usePathname(), useSearchParams()];
  useEffect(() => { asked = null; }, [path, searched]);
  return null;
}
