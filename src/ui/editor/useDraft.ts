"use client";
import { useCallback, useEffect, useRef, useState } from "react";
import type { Typed } from "@/data/drafts/dto";
import { parcel } from "../forms/parcel";
import { type DraftStore, isSavedBy, type Kept, keepAtOnce, laterOf } from "./draft-moment";

/**
 * Milliseconds of rest after which a draft is kept on this machine, and after which it goes to the server.
 */
const restHere = 400;
const restOnServer = 1500;
/** After which it is sent again if the server did not answer. */
const restUntilAgain = 4000;

/** Sixteen letters and digits by chance. */
const newSession = () =>
  Array.from(crypto.getRandomValues(new Uint8Array(16)), (byte) => (byte % 36).toString(36)).join("");

/** What was saved in this window: a page that was drawn before does not know of it. */
const savedHere: Typed[] = [];

export interface DraftKeeper {
  /** Keeps drafts on the server; null: only this machine does. The draft goes as a parcel, as a save does. */
  readonly keep: ((sent: FormData) => Promise<boolean>) | null;
  /** Drops what was kept until `typed`. */
  readonly drop: ((typed: Typed) => Promise<void>) | null;
}

/** What is typed, without when and how far. */
type Content<Draft extends Kept> = Omit<Draft, keyof Kept>;

interface Given<Draft extends Kept> {
  /** Names the draft on this machine. */
  readonly draftKey: string;
  /** Where it is kept on this device. */
  readonly store: DraftStore;
  /** The draft that the server has. */
  readonly onServer: Draft | null;
  readonly keeper: DraftKeeper;
  /** What the viewer has saved lately, as far as the server knows. */
  readonly saves: readonly Typed[];
  /** Whether a draft says nothing that is not saved. */
  readonly isNothing: (draft: Draft) => boolean;
  /** What is typed now; null: nothing that is to be kept. */
  readonly read: () => Content<Draft> | null;
  /** Told whether the server answered when a draft was sent to it. */
  readonly onReach?: (isReached: boolean) => void;
}

interface Drafts<Draft extends Kept> {
  /** What was left behind, until it is taken or dropped. */
  readonly found: Draft | null;
  /** Says that something changed; `read` is asked for the draft when one is kept. */
  readonly changed: () => void;
  /** How far the writer has come. */
  readonly typed: () => Typed;
  /** All that was typed until then is saved: nothing of it is kept any more. True: nothing was typed since. */
  readonly saved: (until: Typed) => boolean;
  /** Sends what is typed to the server now, and waits for it for a moment. */
  readonly flush: () => Promise<void>;
  readonly take: () => Draft | null;
  /** What was found is not wanted; with "all" neither is what was typed here. */
  readonly drop: (all?: "all") => void;
}

/**
 * Keeps what is being written: here at each pause, on the server a little later, and at once when the window
 * closes or the field is left. So at most the last moment is lost, whatever breaks.
 */
export function useDraft<Draft extends Kept>(given: Given<Draft>): Drafts<Draft> {
  const { draftKey: key, store, onServer, saves, isNothing } = given;
  const [typedBy] = useState(newSession);
  const isWanted = (draft: Draft | null): draft is Draft =>
    draft !== null && !isSavedBy(draft, [...saves, ...savedHere]) && !isNothing(draft);
  const [found, setFound] = useState<Draft | null>(() => (isWanted(onServer) ? onServer : null));
  const step = useRef(0);
  const isDirty = useRef(false);
  const timers = useRef<{ here?: ReturnType<typeof setTimeout>; server?: ReturnType<typeof setTimeout> }>({});
  const now = useRef({ ...given, isWanted });
  useEffect(() => {
    now.current = { ...given, isWanted };
  });

  const typed = useCallback((): Typed => ({ session: typedBy, step: step.current }), [typedBy]);
  const draftNow = useCallback((): Draft | null => {
    const content = now.current.read();
    return content && ({ ...content, at: new Date().toISOString(), ...typed() } as unknown as Draft);
  }, [typed]);

  useEffect(() => {
    let isOver = false;
    void store.left<Draft>(key).then((left) => {
      // What was typed here before the store answered was not left behind.
      if (isOver || !left || left.session === typedBy) return;
      if (now.current.isWanted(left)) setFound((known) => laterOf(left, known));
      // What is saved is not kept, though the answer to the save may never have come.
      else void store.drop(key);
    });
    return () => {
      isOver = true;
    };
  }, [key, store, typedBy]);

  const keepOnServer = useCallback(async () => {
    const { keeper, onReach } = now.current;
    const draft = draftNow();
    if (!draft || !keeper.keep) return true;
    // Without a connection it stays here, and goes later.
    const isReached = await keeper.keep(parcel(draft)).then(
      () => true,
      () => false,
    );
    onReach?.(isReached);
    return isReached;
  }, [draftNow]);
  const stop = useCallback(() => {
    clearTimeout(timers.current.here);
    clearTimeout(timers.current.server);
    timers.current = {};
  }, []);
  const keepSoon = useCallback(() => {
    clearTimeout(timers.current.here);
    timers.current.here = setTimeout(() => {
      const draft = draftNow();
      if (draft && isDirty.current) void store.keep(key, draft);
    }, restHere);
    // Whoever never pauses is kept all the same.
    const keepThere = () => {
      delete timers.current.server;
      if (!isDirty.current) return;
      void keepOnServer().then((isReached) => {
        if (!isReached && isDirty.current) timers.current.server ??= setTimeout(keepThere, restUntilAgain);
      });
    };
    timers.current.server ??= setTimeout(keepThere, restOnServer);
  }, [draftNow, key, keepOnServer, store]);
  const changed = useCallback(() => {
    isDirty.current = true;
    step.current++;
    keepSoon();
  }, [keepSoon]);
  const forget = useCallback(() => {
    isDirty.current = false;
    stop();
    void store.drop(key);
  }, [key, stop, store]);
  const saved = useCallback(
    (until: Typed): boolean => {
      savedHere.push(until);
      if (savedHere.length > 100) savedHere.shift();
      if (until.session !== typedBy || until.step < step.current) {
        if (isDirty.current) keepSoon();
        return false;
      }
      forget();
      return true;
    },
    [forget, keepSoon, typedBy],
  );

  useEffect(() => {
    const keepNow = () => {
      const draft = isDirty.current ? draftNow() : null;
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
  }, [draftNow, key, stop]);

  return {
    found,
    changed,
    typed,
    saved,
    flush: async () => {
      if (!isDirty.current) return;
      await Promise.race([keepOnServer(), new Promise((done) => setTimeout(done, restOnServer))]);
    },
    take: () => {
      setFound(null);
      return found;
    },
    drop: (all) => {
      setFound(null);
      void now.current.keeper.drop?.(typed()).catch(() => {});
      if (isDirty.current && all !== "all") keepSoon();
      else forget();
    },
  };
}
