"use client";
import { useEffect } from "react";

const question = "What you changed here is not saved. Leave without it?";

/**
 * What was filled in is not to be lost by a slip: leaving while `isUnsaved`, by a link or with the window,
 * asks first.
 */
export function useUnsaved(isUnsaved: boolean): void {
  useEffect(() => {
    if (!isUnsaved) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    const askAtLink = (event: MouseEvent) => {
      const link =
        event.target instanceof Element ? event.target.closest<HTMLAnchorElement>("a[href]") : null;
      if (
        !link ||
        link.target === "_blank" ||
        link.getAttribute("href")!.startsWith("#") ||
        event.ctrlKey ||
        event.metaKey ||
        event.shiftKey
      )
        return;
      if (window.confirm(question)) return;
      event.preventDefault();
      event.stopPropagation();
    };
    window.addEventListener("beforeunload", ask);
    // Before the framework's own links see the click.
    window.addEventListener("click", askAtLink, { capture: true });
    return () => {
      window.removeEventListener("beforeunload", ask);
      window.removeEventListener("click", askAtLink, { capture: true });
    };
  }, [isUnsaved]);
}
