"use client";
import { type ComponentProps, useEffect, useRef, useState } from "react";
import { widthsNeeded } from "./widths-needed";

/** What the frame can be where its table has room, what leaves most in sight first. */
const rooms = ["with-room", "with-room spared", "with-room spared pictures-too"];
const noRoom = "scroll-x";

/**
 * The frame of a table that may be wide and long. Where there is no room for it, it scrolls sideways; where there is, its headings stay in sight while
 * the page scrolls: they can't do both, because what scrolls sideways holds them back. With `spares`, cells of the class `spare`
 * go first, and then those of `spare-picture`, if the rest has room then.
 */
export function TableFrame({ spares = false, children, ...others }: { readonly spares?: boolean } & Omit<ComponentProps<"div">, "className" | "ref">) {
  const frame = useRef<HTMLDivElement>(null);
  const [room, setRoom] = useState(noRoom);
  useEffect(() => {
    const { current: box } = frame, table = box?.querySelector("table");
    if (!box || !table) return;
    let needed: readonly number[] = [];
    // By what is spared, how wide the table was found to be where it was thought to fit and did not.
    const found = rooms.map(() => 0);
    const observer = new ResizeObserver(() => {
      const spared = Math.max(0, rooms.indexOf(box.className));
      // All that is shown tells what a part of it would need: to try each takes a third of a second where there are hundreds of rows.
      if (spared === 0) needed = widthsNeeded(table);
      else if (table.offsetWidth > box.clientWidth) found[spared] = table.offsetWidth;
      const fits = needed.findIndex((width, at) => Math.max(width, found[at]!) <= box.clientWidth && (at === 0 || spares));
      setRoom(rooms[fits] ?? noRoom);
    });
    observer.observe(box);
    observer.observe(table);
    return () => observer.disconnect();
  }, [spares]);
  return <div {...others} ref={frame} className={room}>{children}</div>;
}
