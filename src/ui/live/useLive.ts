"use client";
import { useEffect, useRef, useState } from "react";
import type { HereDto, LiveEvent } from "@/data/live/dto";

interface Happened {
  readonly kind: "entry" | "comment";
  readonly by: string;
  /** The entry's number; 0 for comments. */
  readonly number: number;
}

export interface Live {
  readonly people: readonly HereDto[];
  /** What others did since the page was drawn, oldest first. */
  /** So many besides those who are named. */
  readonly more: number;
  readonly happened: readonly Happened[];
  readonly isClosed: boolean;
}

const nobody: Live = { people: [], more: 0, happened: [], isClosed: false };
/** Milliseconds between two looks at where the person is. */
const lookEvery = 4000;
/**
 * Milliseconds after which a stream that was refused is asked for again: each time twice as long, up to the
 * longest.
 */
const tryAfter = 5000;
const longestWait = 120_000;

/**
 * What happens on a page while its window is seen. A window that is not looked at listens to nothing, so that
 * many open ones do not take each other's connections; it is told who is here when it is looked at again.
 * @param entries the newest entry that the window shows: what came later while nobody looked is told when it
 * is looked at again.
 * @param findNear the block id of the heading that the person is near.
 */
export function useLive(
  href: string,
  isWriting: boolean,
  entries: number,
  findNear: () => string | null,
): Live {
  const [live, setLive] = useState<Live>(nobody);
  const now = useRef({ findNear, entries });
  useEffect(() => {
    now.current = { findNear, entries };
  });
  useEffect(() => {
    let source: EventSource | null = null;
    let [own, told] = [null as string | null, null as string | null];
    let trying: ReturnType<typeof setTimeout> | undefined;
    let wait = tryAfter;
    const hear = (message: MessageEvent<string>) => {
      const event = JSON.parse(message.data) as LiveEvent;
      switch (event.kind) {
        case "open":
          own = event.id;
          told = null;
          wait = tryAfter;
          break;
        case "here":
          setLive((last) => ({ ...last, people: event.people, more: event.more }));
          break;
        case "entry":
          setLive((last) => ({ ...last, happened: [...last.happened, event] }));
          break;
        case "comment":
          setLive((last) => ({ ...last, happened: [...last.happened, { ...event, number: 0 }] }));
          break;
        // Too many windows are open: this one asks again when somebody comes back to it.
        case "enough":
          close();
          break;
        case "closed":
          source?.close();
          setLive({ ...nobody, isClosed: true });
          break;
        default:
          event satisfies never;
      }
    };
    const open = () => {
      if (document.visibilityState !== "visible" || source) return;
      source = new EventSource(`${href}?seen=${now.current.entries}${isWriting ? "&doing=writing" : ""}`);
      source.addEventListener("message", hear);
      // A stream that breaks is opened anew by the browser itself; one that is refused, by a server that is
      // going or coming, is not.
      source.addEventListener("error", () => {
        if (source?.readyState !== EventSource.CLOSED) return;
        close();
        trying = setTimeout(open, wait);
        wait = Math.min(wait * 2, longestWait);
      });
    };
    const close = () => {
      clearTimeout(trying);
      source?.close();
      source = null;
      own = null;
    };
    const turn = () => (document.visibilityState === "visible" ? open() : close());
    const say = () => {
      const here = now.current.findNear();
      if (own === null || here === told) return;
      told = here;
      void fetch(href, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify({ id: own, near: here }),
      }).catch(() => {
        told = null;
      });
    };
    const saying = setInterval(say, lookEvery);
    document.addEventListener("visibilitychange", turn);
    window.addEventListener("pagehide", close);
    window.addEventListener("pageshow", turn);
    open();
    return () => {
      clearInterval(saying);
      document.removeEventListener("visibilitychange", turn);
      window.removeEventListener("pagehide", close);
      window.removeEventListener("pageshow", turn);
      close();
    };
  }, [href, isWriting]);
  return live;
}
