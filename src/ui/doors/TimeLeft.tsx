"use client";
import { useEffect, useState } from "react";
import { counted } from "../words/counts";

const minute = 60_000;

/**
 * How long something is still open, counted down in minutes. `endsAt` and `now` are milliseconds since 1970
 * by the server's clock.
 */
export function TimeLeft({ endsAt, now }: { endsAt: number; now: number }) {
  const [at, setAt] = useState(now);
  useEffect(() => {
    // What the server's clock showed, carried on by how long this page has been open: the machine's own clock
    // may be wrong.
    const begun = performance.now();
    const timer = setInterval(() => setAt(now + performance.now() - begun), minute / 6);
    return () => clearInterval(timer);
  }, [now]);
  const left = Math.ceil((endsAt - at) / minute);
  return (
    <span className={left <= 5 ? "time-left short" : "time-left"}>
      {left > 90
        ? `${Math.floor(left / 60)} h ${left % 60} min left`
        : left > 0
          ? `${counted(left, "minute")} left`
          : "closed"}
    </span>
  );
}
