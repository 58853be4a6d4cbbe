"use client";
import { useCallback, useEffect, useState } from "react";

/**
 * Whether the server can be reached, as far as is known: by what the browser says of its network, and by what
 * came of the last thing that was sent (`told`).
 */
export function useConnection(): {
  readonly isLost: boolean;
  readonly told: (isReached: boolean) => void;
} {
  const [isLost, setLost] = useState(false);
  useEffect(() => {
    const look = () => setLost(!navigator.onLine);
    look();
    window.addEventListener("online", look);
    window.addEventListener("offline", look);
    return () => {
      window.removeEventListener("online", look);
      window.removeEventListener("offline", look);
    };
  }, []);
  return { isLost, told: useCallback((isReached: boolean) => setLost(!isReached), []) };
}
