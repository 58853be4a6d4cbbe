"use client";
import { Link } from "@/ui/frame/Link";
import type { ComponentProps } from "react";
import { useGo } from "./going";
import { isPlainClick } from "./plain-click";
import { type Changed, hereNow, useHere } from "./useHere";

/** A link to this address with some of what it asks for changed; where one looks stays in sight. */
export function HereLink({
  changed,
  ...props
}: { changed: Changed } & Omit<ComponentProps<typeof Link>, "href" | "scroll" | "onClick">) {
  const [go, here] = [useGo(), useHere()];
  return (
    <Link
      href={here(changed)}
      scroll={false}
      {...props}
      onClick={(event) => {
        if (!isPlainClick(event)) return;
        event.preventDefault();
        go(hereNow(changed));
      }}
    />
  );
}
