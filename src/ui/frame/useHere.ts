"use client";
import { usePathname, useSearchParams } from "next/navigation";

/** This address with some of what it asks for changed; null takes it away. As it is in the browser, where the server may know an earlier one. */
export function useHere(): (changed: Readonly<Record<string, string | null>>) => string {
  const [searched, path] = [useSearchParams(), usePathname()];
  return (changed) => {
    const asked = new URLSearchParams(searched);
    for (const [name, value] of Object.entries(changed)) {
      if (value === null) asked.delete(name);
      else asked.set(name, value);
    }
    const query = asked.toString();
    return query === "" ? path : `${path}?${query}`;
  };
}
