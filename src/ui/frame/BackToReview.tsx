"use client";
import { usePathname, useSearchParams } from "next/navigation";
import { useEffect, useSyncExternalStore } from "react";
import { Link } from "./Link";

/** Where the review is kept that somebody looked at last, in this tab. */
const place = "last-review";

/** Stands on a review, so that there is a way back to it from what it leads to. */
export function RememberReview() {
  const path = usePathname(),
    asked = useSearchParams().toString();
  useEffect(() => {
    try {
      sessionStorage.setItem(place, asked ? `${path}?${asked}` : path);
    } catch {
      /* Without a store there is no way back but the browser's own. */
    }
  }, [path, asked]);
  return null;
}

/** Nothing tells of changes in this tab: what is kept when the way back is drawn is what counts. */
const noNews = () => () => {};
const kept = () => {
  try {
    return sessionStorage.getItem(place);
  } catch {
    return null;
  }
};

/**
 * The way back to the review that was looked at last in this tab, if it was of the same course; otherwise
 * nothing.
 */
export function BackToReview({ courseBase }: { courseBase: string }) {
  const href = useSyncExternalStore(noNews, kept, () => null);
  if (!href?.startsWith(`${courseBase}/`)) return null;
  return (
    <Link href={href}>
      {href.includes("/statement") || /\/review\/[0-9a-z]+\/[0-9a-z]+/.test(href)
        ? "Back to the statement"
        : "Back to the review"}
    </Link>
  );
}
