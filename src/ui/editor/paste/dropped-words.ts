import type { Dropped } from "@/core/document/html";
import { counted, listed } from "../../words/counts";

/** What did not come along with what was pasted; empty where all that matters did. */
export function droppedWords({ pictures, embedded, links, hidden, looks }: Dropped): string {
  const parts = [
    ...(looks ? ["fonts and colours"] : []),
    ...(pictures > 0 ? [`${counted(pictures, "picture")} (copy each by itself, or upload it)`] : []),
    ...(embedded > 0 ? [counted(embedded, "embedded part")] : []),
    ...(links > 0 ? [`${counted(links, "link")} that no page can hold`] : []),
    ...(hidden > 0 ? ["hidden text"] : []),
  ];
  return parts.length === 0 ? "" : `Left out: ${listed(parts)}.`;
}
