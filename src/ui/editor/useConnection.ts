"use client";
import { useCallback, useEffect, useState } from "react";

/** "back": it had been lost, and is there again. */
export type Connection = "there" | "lost" | "back";

const after = (isReached: boolean) => (known: Connection) =>
  isReached ? (known === "there" ? "there" : "back") : "lost";

/**
 * Whether the server can be reached, as far as is known: by what the browser says of its network, and by what
 * came of the last thing that was sent (`told`).
 */
export function useConnection(): {
  readonly connection: Connection;
  readonly told: (isReached: boolean) => void;
} {
  const [connection, setConnection] = useState<Connection>("there");
  useEffect(() => {
    const look = () => setConnection(after(navigator.onLine));
    look();
    window.addEventListener("online", look);
    window.addEventListener("offline", look);
    return () => {
      window.removeEventListener("online", look);
      window.removeEventListener("offline", look);
    };
  }, []);
  return { connection, told: useCallback((isReached: boolean) => setConnection(after(isReached)), []) };
}
