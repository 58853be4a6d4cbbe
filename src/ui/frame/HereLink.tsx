"use client";
import Link from "next/link";
import { useRouter } from "next/navigation";
import type { ComponentProps } from "react";
import { isPlainClick } from "./plain-click";
import { type Changed, hereNow, useHere } from "./useHere";

/** A link to this address with some of what it asks for changed; where one looks stays in sight. */
export function HereLink({ changed, ...props }: { changed: Changed } & Omit<ComponentProps<typeof Link>, "href" | "scroll" | "onClick">) {
  const [router, here] = [useRouter(), useHere()];
  return (
    <Link
      href={here(changed)} scroll={false} {...props}
      onClick={(event) => {
        if (!isPlainClick(event)) return;
        event.preventDefault();
        router.push(hereNow(changed), { scroll: false });
      }}
    />
  );
}
