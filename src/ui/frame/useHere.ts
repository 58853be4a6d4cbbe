"use client";
import { usePathname, useSearchParams } from "next/navigation";
import { addressAhead } from "./going";

/** What is changed of what an address asks for; null takes it away. */
export type Changed = Readonly<Record<string, string | null>>;

/** An address with some of what it asks for changed. */
export function changedAddress(path: string, asked: URLSearchParams, changed: Changed): string {
  for (const [name, value] of Object.entries(changed)) {
    if (value === null) asked.delete(name);
    else asked.set(name, value);
  }
  const query = asked.toString();
  return query === "" ? path : `${path}?${query}`;
}

/**
 * This address with some of what it asks for changed. As it is in the browser, where the server may know an
 * earlier one.
 */
export function useHere(): (changed: Changed) => string {
  const [searched, path] = [useSearchParams(), usePathname()];
  return (changed) => changedAddress(path, new URLSearchParams(searched), changed);
}

/**
 * The same at this very moment, for what follows a press: what was chosen a moment before need not be drawn
 * yet, or may still be on its way.
 */
export function hereNow(changed: Changed): string {
  const { pathname, searchParams } = addressAhead();
  return changedAddress(pathname, new URLSearchParams(searchParams), changed);
}
