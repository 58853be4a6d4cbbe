"use client";
import { useRouter } from "next/navigation";
import { type MouseEvent, useTransition } from "react";

/**
 * Lets a list of many plain links be followed as those of the router are, without a component for each. To be called with
 * the clicks in the list; a link with `data-stays` keeps what is shown where it is.
 */
export function useFollowedLinks(): { isGoing: boolean; follow: (event: MouseEvent) => void } {
  const router = useRouter();
  const [isGoing, startGoing] = useTransition();
  return {
    isGoing,
    follow: (event) => {
      const link = (event.target as Element).closest<HTMLAnchorElement>("a[href]");
      if (!link || event.defaultPrevented || event.button !== 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey) return;
      // What a comment names elsewhere is left to the browser.
      if (new URL(link.href).origin !== window.location.origin) return;
      event.preventDefault();
      startGoing(() => router.push(link.href, { scroll: link.dataset.stays === undefined }));
    },
  };
}
