import { commentAnchor } from "@/ui/document/reading";

/** Milliseconds after which nobody waits for a comment any more. */
const longestWait = 10_000;

/** Brings a comment into sight as soon as it is there: it is drawn a moment after the server has answered. */
export function bringIntoSight(commentId: string): void {
  const look = () => {
    const remark = document.getElementById(commentAnchor(commentId));
    remark?.scrollIntoView({ block: "center" });
    if (remark) watching.disconnect();
  };
  const watching = new MutationObserver(look);
  watching.observe(document.body, { childList: true, subtree: true });
  setTimeout(() => watching.disconnect(), longestWait);
  look();
}
