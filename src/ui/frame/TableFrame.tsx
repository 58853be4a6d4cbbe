"use client";
import { type ComponentProps, useEffect, useRef, useState } from "react";

/** What the frame can be for its table, what leaves most in sight first. */
const rooms = ["with-room", "with-room spared", "with-room spared pictures-too"] as const;

/**
 * The frame of a table that may be wide and long. Where there is no room for it, it scrolls sideways; where there is, its headings stay in sight while
 * the page scrolls: they can't do both, because what scrolls sideways holds them back. With `spares`, cells of the class `spare`
 * go first, and then those of `spare-picture`, if the rest has room then.
 */
export function TableFrame({ spares = false, children, ...others }: { readonly spares?: boolean } & Omit<ComponentProps<"div">, "className" | "ref">) {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState("scroll-x");
  useEffect(() => {
    const { current: box } = frame, table = box?.querySelector("table");
    if (!box || !table) return;
    const observer = new ResizeObserver(() => setRoom(roomFor(table, box, spares)));
    observer.observe(box);
    observer.observe(table);
    return () => observer.disconnect();
  }, [spares]);
  return <div {...others} ref={frame} className={room}>{children}</div>;
}

/** Measured as it would be with each, before anything is drawn. */
function roomFor(table: HTMLTableElement, box: HTMLElement, spares: boolean): string {
  const shown = box.className;
  const found = rooms.slice(0, spares ? rooms.length : 1).find((room) => {
    box.className = room;
    return table.offsetWidth <= box.clientWidth;
  });
  box.className = shown;
  return found ?? "scroll-x";
}
