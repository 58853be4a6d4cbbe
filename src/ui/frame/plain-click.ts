import type { MouseEvent } from "react";

/**
 * Whether a click means going there, here: not into another tab or window, not saving what is there, and
 * nobody has taken it already.
 */
export function isPlainClick(event: MouseEvent): boolean {
  return (
    !event.defaultPrevented &&
    event.button === 0 &&
    !event.metaKey &&
    !event.ctrlKey &&
    !event.shiftKey &&
    !event.altKey
  );
}
