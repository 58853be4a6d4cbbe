"use client";
import { type ComponentProps, useEffect, useRef, useState } from "react";

/**
 * The frame of a table that may be wide and long. Where there is no room for it, it scrolls sideways; where there is, its headings stay in sight while
 * the page scrolls: they can't do both, because what scrolls sideways holds them back.
 */
export function TableFrame({ children, ...others }: Omit<ComponentProps<"div">, "className" | "ref">) {
  const frame = useRef<HTMLDivElement>(null);
  const [hasRoom, setHasRoom] = useState(false);
  useEffect(() => {
    const { current: box } = frame, table = box?.querySelector("table");
    if (!box || !table) return;
    const observer = new ResizeObserver(() => setHasRoom(table.offsetWidth <= box.clientWidth));
    observer.observe(box);
    observer.observe(table);
    return () => observer.disconnect();
  }, []);
  return <div {...others} ref={frame} className={hasRoom ? "with-room" : "scroll-x"}>{children}</div>;
}
