"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import { customAlphabet } from "nanoid";
import type { Typed } from "@/data/drafts/dto";
import { parcel } from "../forms/parcel";

/** What came of a save, in words; the page's own action makes it from the server's answer. */
export type SaveAnswer =
  /** `document`: the text as JSON, where others' was merged into it. */
  | { readonly kind: "saved"; readonly href: string; readonly number: number; readonly document?: string }
  /** The page reads so already: entry `number`. */
  | { readonly kind: "unchanged"; readonly href: string; readonly number: number }
  | {
      readonly kind: "refused";
      readonly title: string;
      readonly lines: readonly { readonly text: string; readonly href?: string }[];
      /** What can be settled here: the documents as JSON. */
      readonly settle?: {
        readonly base: string;
        readonly newest: string;
        readonly number: number;
      };
    };

export interface SaveInput {
  readonly title: string;
  readonly base: number;
  readonly document: string;
  readonly note: string;
  /** The same when a save is sent again. */
  readonly saveId?: string;
  /** Words that came by pasting, and the most that came at once. */
  readonly pasted?: number;
  readonly largestPaste?: number;
  /** Teammates who wrote it too. */
  readonly coWriters?: string[];
  /** How far the writer had come. */
  readonly typed?: Typed;
}

/** What is saved goes as a parcel: a long page is more than the framework lets through as an argument. */
export type Save = (sent: FormData) => Promise<SaveAnswer>;
export type SaveProblem = Extract<SaveAnswer, { kind: "refused" }>;
export type SaveDone = Exclude<SaveAnswer, { kind: "refused" }>;

/** Milliseconds between attempts while the server does not answer. */
const restBetween = 4000;

export const newSaveId = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 16);

/**
 * What the editor does about a save: sends it, sends it again by itself while nobody answers, and never
 * twice.
 */
export function useSaving(
  save: Save,
  /** `hasWaited`: it went only after the connection had been lost. */
  done: (input: SaveInput, answer: SaveDone, hasWaited: boolean) => void,
): {
  readonly state: "ready" | "saving" | "waiting";
  readonly problem: SaveProblem | null;
  /** `make` is asked for what is to be saved once the save before is settled. */
  readonly submit: (make: () => SaveInput) => void;
  /** The problem has been dealt with. */
  readonly clear: () => void;
} {
  const [state, setState] = useState<"ready" | "saving" | "waiting">("ready");
  const [problem, setProblem] = useState<SaveProblem | null>(null);
  /**
   * A save of which nobody knows yet whether it arrived: it is sent again as it was before anything newer.
   */
  const open = useRef<SaveInput | null>(null);
  /** What is to be saved once that one is settled. */
  const wanted = useRef<(() => SaveInput) | null>(null);
  const isBusy = useRef(false);
  const hasWaited = useRef(false);
  const calls = useRef({ save, done });
  useEffect(() => {
    calls.current = { save, done };
  }, [save, done]);

  const run = useCallback(async () => {
    if (isBusy.current) return;
    isBusy.current = true;
    setState("saving");
    const result = await settle();
    isBusy.current = false;
    setState(result);

    async function settle(): Promise<"ready" | "waiting"> {
      while (open.current || wanted.current) {
        if (!open.current) {
          open.current = wanted.current!();
          wanted.current = null;
        }
        const sent = open.current;
        const answer = await calls.current.save(parcel(sent)).catch(() => null);
        if (answer === null) {
          hasWaited.current = true;
          return "waiting";
        }
        open.current = null;
        const waited = hasWaited.current;
        hasWaited.current = false;
        if (answer.kind === "refused") {
          wanted.current = null;
          setProblem(answer);
        } else calls.current.done(sent, answer, waited);
      }
      return "ready";
    }
  }, []);

  const submit = useCallback(
    (make: () => SaveInput) => {
      setProblem(null);
      wanted.current = make;
      void run();
    },
    [run],
  );

  useEffect(() => {
    if (state !== "waiting") return;
    const again = () => void run();
    const timer = setInterval(again, restBetween);
    window.addEventListener("online", again);
    return () => {
      clearInterval(timer);
      window.removeEventListener("online", again);
    };
  }, [state, run]);

  const clear = useCallback(() => setProblem(null), []);
  return { state, problem, submit, clear };
}
