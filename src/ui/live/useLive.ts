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
  readonly happened: readonly Happened[];
  readonly isClosed: boolean;
}

const nobody: Live = { people: [], happened: [], isClosed: false };
/** Milliseconds between two looks at where the person is. */
const lookEvery = 4000;
/** Milliseconds after which a stream that was refused is asked for again. */
const tryAfter = 5000;

/**
 * What happens on a page while its window is seen. A window that is not looked at listens to nothing, so that many open
 * ones do not take each other's connections; it is told who is here when it is looked at again.
 * @param findNear the block id of the heading that the person is near.
 */
export function useLive(href: string, isWriting: boolean, findNear: () => string | null): Live {
  const [live, setLive] = useState<Live>(nobody);
  const near = useRef(findNear);
  useEffect(() => { near.current = findNear; });
  useEffect(() => {
    let source: EventSource | null = null;
    let [own, told] = [null as string | null, null as string | null];
    let trying: ReturnType<typeof setTimeout> | undefined;
    const hear = (message: MessageEvent<string>) => {
      const event = JSON.parse(message.data) as LiveEvent;
      switch (event.kind) {
        case "open": own = event.id; told = null; break;
        case "here": setLive((last) => ({ ...last, people: event.people })); break;
        case "entry": setLive((last) => ({ ...last, happened: [...last.happened, event] })); break;
        case "comment": setLive((last) => ({ ...last, happened: [...last.happened, { ...event, number: 0 }] })); break;
        case "closed": source?.close(); setLive({ ...nobody, isClosed: true }); break;
        default: event satisfies never;
      }
    };
    const open = () => {
      if (document.visibilityState !== "visible" || source) return;
      source = new EventSource(`${href}${isWriting ? "?doing=writing" : ""}`);
      source.addEventListener("message", hear);
      // A stream that breaks is opened anew by the browser itself; one that is refused, by a server that is going or coming, is not.
      source.addEventListener("error", () => {
        if (source?.readyState !== EventSource.CLOSED) return;
        close();
        trying = setTimeout(open, tryAfter);
      });
    };
    const close = () => { clearTimeout(trying); source?.close(); source = null; own = null; };
    const turn = () => (document.visibilityState === "visible" ? open() : close());
    const say = () => {
      const here = near.current();
      if (own === null || here === told) return;
      told = here;
      void fetch(href, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify({ id: own, near: here }) }).catch(() => { told = null; });
    };
    const saying = setInterval(say, lookEvery);
    document.addEventListener("visibilitychange", turn);
    window.addEventListener("pagehide", close);
    open();
    return () => { clearInterval(saying); document.removeEventListener("visibilitychange", turn); window.removeEventListener("pagehide", close); close(); };
  }, [href, isWriting]);
  return live;
}
