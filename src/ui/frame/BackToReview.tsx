"use client";
import { usePathname, useSearchParams } from "next/navigation";
import { useEffect, useState } from "react";
import { Link } from "./Link";

/** Where the review is kept that somebody looked at last, in this tab. */
const place = "last-review";

/** Stands on a review, so that there is a way back to it from what it leads to. */
export function RememberReview() {
  const path = usePathname(), asked = useSearchParams().toString();
  useEffect(() => {
    try { sessionStorage.setItem(place, asked ? `${path}?${asked}` : path); } catch { /* Without a store there is no way back but the browser's own. */ }
  }, [path, asked]);
  return null;
}

/** The way back to the review that was looked at last in this tab, if it was of the same course; otherwise nothing. */
export function BackToReview({ courseBase }: { courseBase: string }) {
  const [href, setHref] = useState<string | null>(null);
  useEffect(() => {
    let kept: string | null = null;
    try { kept = sessionStorage.getItem(place); } catch { /* As above. */ }
    if (kept?.startsWith(`${courseBase}/`)) setHref(kept);
  }, [courseBase]);
  return href && <Link href={href}>{href.includes("/statement") || /\/review\/[0-9a-z]+\/[0-9a-z]+/.test(href) ? "Back to the statement" : "Back to the review"}</Link>;
}
