"use client";
import { useEffect } from "react";
import { takeUpLook } from "./look";

/**
 * Keeps the page in the look that was chosen; with the machine's, it turns light or dark when the machine
 * does.
 */
export function Look() {
  useEffect(() => {
    // A page that is first drawn in the browser, as when nothing is found, has not run the script at its
    // head.
    takeUpLook();
    const media = window.matchMedia("(prefers-color-scheme: dark)");
    media.addEventListener("change", takeUpLook);
    return () => media.removeEventListener("change", takeUpLook);
  }, []);
  return null;
}
