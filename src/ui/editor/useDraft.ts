"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { DraftDto } from "@/data/drafts/dto";
import { parcel } from "../forms/parcel";
import { dropHere, keepAtOnce, keepHere, laterOf, leftDraft } from "./draft-store";

/**
 * Milliseconds of rest after which a draft is kept on this machine, and after which it goes to the server.
 */
const restHere = 400;
const restOnServer = 1500;

export interface DraftKeeper {
  /** Keeps drafts on the server; null: only this machine does. The draft goes as a parcel, as a save does. */
  readonly keep: ((sent: FormData) => Promise<boolean>) | null;
  readonly drop: (() => Promise<void>) | null;
}

interface Drafts {
  /** What was left behind, until it is taken or dropped. */
  readonly found: DraftDto | null;
  /** Says that something changed; `read` is asked for the draft when one is kept. */
  readonly changed: () => void;
  /** Keeps nothing more of what was typed until now: it is saved. */
  readonly saved: () => void;
  readonly take: () => DraftDto | null;
  readonly drop: () => void;
}

/**
 * Keeps what is being written: here at each pause, on the server a little later, and at once when the window
 * closes or the editor is left. So at most the last moment is lost, whatever breaks.
 */
export function useDraft(
  key: string,
  onServer: DraftDto | null,
  keeper: DraftKeeper,
  read: () => DraftDto | null,
): Drafts {
  const [found, setFound] = useState<DraftDto | null>(onServer);
  const isDirty = useRef(false);
  const timers = useRef<{ here?: ReturnType<typeof setTimeout>; server?: ReturnType<typeof setTimeout> }>({});
  const now = useRef({ read, keeper });
  useEffect(() => {
    now.current = { read, keeper };
  }, [read, keeper]);

  useEffect(() => {
    let isWanted = true;
    void leftDraft(key).then((left) => {
      if (isWanted && left) setFound((known) => laterOf(left, known));
    });
    return () => {
      isWanted = false;
    };
  }, [key]);

  const keepOnServer = useCallback(() => {
    const draft = now.current.read();
    // Without a connection it stays here, and goes with the next pause.
    if (draft) now.current.keeper.keep?.(parcel(draft)).catch(() => {});
  }, []);
  const stop = useCallback(() => {
    clearTimeout(timers.current.here);
    clearTimeout(timers.current.server);
    timers.current = {};
  }, []);
  const changed = useCallback(() => {
    isDirty.current = true;
    clearTimeout(timers.current.here);
    timers.current.here = setTimeout(() => {
      const draft = now.current.read();
      if (draft && isDirty.current) void keepHere(key, draft);
    }, restHere);
    // Whoever never pauses is kept all the same.
    timers.current.server ??= setTimeout(() => {
      delete timers.current.server;
      if (isDirty.current) keepOnServer();
    }, restOnServer);
  }, [key, keepOnServer]);
  const forget = useCallback(() => {
    isDirty.current = false;
    stop();
    void dropHere(key);
  }, [key, stop]);

  useEffect(() => {
    const keepNow = () => {
      const draft = isDirty.current ? now.current.read() : null;
      if (draft) keepAtOnce(key, draft);
    };
    const hide = () => {
      if (document.visibilityState === "hidden") keepNow();
    };
    window.addEventListener("pagehide", keepNow);
    document.addEventListener("visibilitychange", hide);
    return () => {
      window.removeEventListener("pagehide", keepNow);
      document.removeEventListener("visibilitychange", hide);
      keepNow();
      stop();
    };
  }, [key, stop]);

  return {
    found,
    changed,
    saved: forget,
    take: () => {
      setFound(null);
      return found;
    },
    drop: () => {
      setFound(null);
      forget();
      void now.current.keeper.drop?.().catch(() => {});
    },
  };
}
