"use client";
import { lazy, Suspense, useEffect, useState } from "react";
import { useScreenKeys } from "./useScreenKeys";

// Loaded when somebody asks for it.
const KeysSheet = lazy(() => import("./KeysSheet"));

/** Opens the sheet of keys at "?", and whenever something on the screen asks for it. */
export function KeysHere() {
  const [isOpen, setOpen] = useState(false);
  useScreenKeys((key) => {
    if (key === "?") setOpen(true);
  });
  useEffect(() => {
    const show = () => setOpen(true);
    window.addEventListener(keysWanted, show);
    return () => window.removeEventListener(keysWanted, show);
  }, []);
  return <Suspense>{isOpen && <KeysSheet close={() => setOpen(false)} />}</Suspense>;
}

const keysWanted = "keyswanted";

export function showKeys(): void {
  window.dispatchEvent(new Event(keysWanted));
}
