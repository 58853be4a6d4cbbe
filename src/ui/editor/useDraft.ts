"use client";
import { useCallback, useState } from "react";
import type { PageDocument } from "@/core/document/model";

export interface Draft {
  readonly at: string;
  readonly base: number;
  readonly title: string;
  readonly note: string;
  readonly document: PageDocument;
}

/**
 * Keeps what is being written on this machine, so that closing the window or losing the connection loses nothing.
 * `found` is the draft that was left behind, until it is taken or dropped.
 */
export function useDraft(key: string): { found: Draft | null; keep: (draft: Draft) => void; drop: () => void; take: () => Draft | null } {
  const name = `tidy-ledger draft ${key}`;
  const [found, setFound] = useState<Draft | null>(() => read(name));
  const keep = useCallback((draft: Draft) => write(name, draft), [name]);
  const drop = useCallback(() => { write(name, null); setFound(null); }, [name]);
  const take = () => { setFound(null); return found; };
  return { found, keep, drop, take };
}

function read(name: string): Draft | null {
  if (typeof window === "undefined") return null;
  try {
    return JSON.parse(window.localStorage.getItem(name) ?? "null") as Draft | null;
  } catch {
    return null;
  }
}

/** A full or forbidden store is no reason to stop writing: the text is still in the editor. */
function write(name: string, draft: Draft | null): void {
  try {
    if (draft) window.localStorage.setItem(name, JSON.stringify(draft));
    else window.localStorage.removeItem(name);
  } catch { /* see above */ }
}
