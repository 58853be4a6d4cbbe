"use client";
import { useEffect } from "react";

/** What was filled in is not to be lost by a slip: leaving while `isUnsaved` asks first. */
export function useUnsaved(isUnsaved: boolean): void {
  useEffect(() => {
    if (!isUnsaved) return;
    const ask = (event: BeforeUnloadEvent) => event.preventDefault();
    window.addEventListener("beforeunload", ask);
    return () => window.removeEventListener("beforeunload", ask);
  }, [isUnsaved]);
}
