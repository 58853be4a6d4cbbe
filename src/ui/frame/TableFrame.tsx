"use client";
import { type ComponentProps, useEffect, useRef, useState } from "react";

type Room = "with-room" | "with-room spared" | "scroll-x";

/**
 * The frame of a table that may be wide and long. Where there is no room for it, it scrolls sideways; where there is, its headings stay in sight while
 * the page scrolls: they can't do both, because what scrolls sideways holds them back. With `spares`, cells of the classes `spare` and `spare-picture`
 * go first, if the rest has room then.
 */
export function TableFrame({ spares = false, children, ...others }: { readonly spares?: boolean } & Omit<ComponentProps<"div">, "className" | "ref">) {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState<Room>("scroll-x");
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
function roomFor(table: HTMLTableElement, box: HTMLElement, spares: boolean): Room {
  const shown = box.className;
  const fits = (room: Room) => {
    box.className = room;
    return table.offsetWidth <= box.clientWidth;
  };
  const found = fits("with-room") ? "with-room" : spares && fits("with-room spared") ? "with-room spared" : "scroll-x";
  box.className = shown;
  return found;
}
