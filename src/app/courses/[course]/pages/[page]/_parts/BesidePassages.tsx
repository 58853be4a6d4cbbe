"use client";
import { type ReactNode, useEffect, useRef } from "react";

const wide = "(min-width: 1081px)";

/**
 * Conversations about passages, each beside its passage where there is room; the passage lights up with its
 * conversation.
 */
export function BesidePassages({ children }: { children: ReactNode }) {
  const list = useRef<HTMLUListElement>(null);
  useEffect(() => {
    const threads = () => [...(list.current?.children ?? [])] as HTMLElement[];
    const marksOf = (id: string | undefined) =>
      document.querySelectorAll<HTMLElement>(`mark.passage[data-passage="${CSS.escape(id ?? "")}"]`);
    const place = () => {
      for (const thread of threads()) thread.style.marginTop = "";
      if (!window.matchMedia(wide).matches) return;
      for (const thread of threads()) {
        const [mark] = marksOf(thread.dataset.passage);
        const below = mark ? mark.getBoundingClientRect().top - thread.getBoundingClientRect().top - 8 : 0;
        if (below > 0) thread.style.marginTop = `${Math.round(below)}px`;
      }
    };
    const light = (event: Event, isLit: boolean) => {
      const thread = (event.target as Element).closest<HTMLElement>("[data-passage]");
      for (const each of marksOf(thread?.dataset.passage)) each.dataset.lit = String(isLit);
    };
    const [lit, unlit] = [(event: Event) => light(event, true), (event: Event) => light(event, false)];
    const own = list.current!;
    own.addEventListener("mouseover", lit);
    own.addEventListener("mouseout", unlit);
    own.addEventListener("focusin", lit);
    own.addEventListener("focusout", unlit);
    // Pictures that arrive and conversations that grow move what stands below them.
    const observer = new ResizeObserver(place);
    for (const each of [own, document.querySelector(".sheet .prose")]) if (each) observer.observe(each);
    window.addEventListener("resize", place);
    place();
    return () => {
      own.removeEventListener("mouseover", lit);
      own.removeEventListener("mouseout", unlit);
      own.removeEventListener("focusin", lit);
      own.removeEventListener("focusout", unlit);
      observer.disconnect();
      window.removeEventListener("resize", place);
    };
  });
  return (
    <ul className="thread beside" ref={list}>
      {children}
    </ul>
  );
}
