import { useLayoutEffect, useRef } from "react";
import { plainKey } from "./plain-key";

/**
 * Hands `press` each key that was pressed by itself on the screen. It listens from the moment the screen is
 * there to be seen: an effect that comes after painting would miss a key from quick hands.
 */
export function useScreenKeys(press: (key: string, event: KeyboardEvent) => void): void {
  const now = useRef(press);
  useLayoutEffect(() => {
    now.current = press;
  });
  useLayoutEffect(() => {
    const listen = (event: KeyboardEvent) => {
      const key = plainKey(event);
      if (key !== null) now.current(key, event);
    };
    window.addEventListener("keydown", listen);
    return () => window.removeEventListener("keydown", listen);
  }, []);
}
