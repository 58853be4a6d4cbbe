"use client";
import { type ComponentProps, useLayoutEffect, useRef, useState } from "react";
import { widthsNeeded } from "./widths-needed";

/** What the frame can be where its table has room, what leaves most in sight first. */
const rooms = ["with-room", "with-room spared", "with-room spared pictures-too"];
const noRoom = "scroll-x";

/**
 * The frame of a table that may be wide and long. Where there is no room for it, it scrolls sideways; where
 * there is, its headings stay in sight while the page scrolls: they can't do both, because what scrolls
 * sideways holds them back. With `spares`, cells of the class `spare` go first, and then those of
 * `spare-picture`, if the rest has room then.
 */
export function TableFrame({
  spares = false,
  children,
  ...others
}: { readonly spares?: boolean } & Omit<ComponentProps<"div">, "className" | "ref">) {
  const frame = useRef<HTMLDivElement>(null);
  // What the table needed when all of it was shown; and by what is spared, how wide it was where it was
  // thought to fit and did not.
  const widths = useRef({ needed: [] as readonly number[], found: rooms.map(() => 0) });
  const [room, setRoom] = useState(noRoom);
  useLayoutEffect(() => {
    const { current: box } = frame,
      table = box?.querySelector("table");
    if (!box || !table) return;
    const observer = new ResizeObserver(() => {
      const spared = Math.max(0, rooms.indexOf(room));
      // All that is shown tells what a part of it would need: to try each takes a third of a second where
      // there are hundreds of rows.
      if (spared === 0) {
        const needed = widthsNeeded(table);
        if (needed[0] !== widths.current.needed[0]) widths.current = { needed, found: rooms.map(() => 0) };
      } else if (table.offsetWidth > box.clientWidth) widths.current.found[spared] = table.offsetWidth;
      const { needed, found } = widths.current;
      const fits = needed.findIndex(
        (width, at) => Math.max(width, found[at]!) <= box.clientWidth && (at === 0 || spares),
      );
      setRoom(rooms[fits] ?? noRoom);
    });
    observer.observe(box);
    observer.observe(table);
    return () => observer.disconnect();
    // What is observed anew is looked at once, also if it is as wide as it was: a table that was spared cells
    // fills the same frame when it has them again.
  }, [room, spares]);
  return (
    <div {...others} ref={frame} className={room}>
      {children}
    </div>
  );
}
