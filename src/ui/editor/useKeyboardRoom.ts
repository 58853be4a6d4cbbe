"use client";
import { useEffect } from "react";

/**
 * Where an open keyboard covers the foot of the window instead of making it lower, bars that stick to its edges
 * are told how far they lie behind it: `--under-keyboard` below, `--over-text` above, in pixels.
 */
export function useKeyboardRoom(): void {
  useEffect(() => {
    const seen = window.visualViewport;
    if (!seen) return;
    const root = document.documentElement.style;
    const look = () => {
      // Of a page that was only made larger with two fingers nothing is covered.
      const isScaled = seen.scale > 1.01;
      const under = isScaled ? 0 : Math.max(0, window.innerHeight - seen.height - seen.offsetTop);
      root.setProperty("--under-keyboard", `${Math.round(under)}px`);
      root.setProperty("--over-text", `${isScaled ? 0 : Math.round(seen.offsetTop)}px`);
    };
    seen.addEventListener("resize", look);
    seen.addEventListener("scroll", look);
    return () => {
      seen.removeEventListener("resize", look);
      seen.removeEventListener("scroll", look);
      root.removeProperty("--under-keyboard");
      root.removeProperty("--over-text");
    };
  }, []);
}
