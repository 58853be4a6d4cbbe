"use client";
import { lazy, Suspense, useEffect, useState } from "react";
import { plainKey } from "./plain-key";

// Loaded when somebody asks for it.
const KeysSheet = lazy(() => import("./KeysSheet"));

/** Opens the sheet of keys at "?", and whenever something on the screen asks for it. */
export function KeysHere() {
  const [isOpen, setOpen] = useState(false);
  useEffect(() => {
    const show = () => setOpen(true);
    const press = (event: KeyboardEvent) => { if (plainKey(event) === "?") show(); };
    window.addEventListener("keydown", press);
    window.addEventListener(keysWanted, show);
    return () => { window.removeEventListener("keydown", press); window.removeEventListener(keysWanted, show); };
  }, []);
  return <Suspense>{isOpen && <KeysSheet close={() => setOpen(false)} />}</Suspense>;
}

const keysWanted = "keyswanted";

export function showKeys(): void {
  window.dispatchEvent(new Event(keysWanted));
}
