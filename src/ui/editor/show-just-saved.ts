/** What is done with the page after a save: loaded then, and not by whoever only reads. */
import { takeJustSaved } from "./just-saved";

/** Milliseconds for which what a save changed is marked. */
const markedFor = 6000;

/**
 * Marks what the save changed and brings it into sight, with `notice` if both go on the screen. Returns whether
 * the save had waited for the connection, and how the marks are taken off.
 */
export function showJustSaved(href: string, number: number, notice: HTMLElement | null) {
  const { blocks, hasWaited } = takeJustSaved(href, number);
  const text = document.querySelector(".sheet .prose");
  const changed = blocks.flatMap((at) => text?.children[at] ?? []);
  // Told once: not again when the page is loaded again, or its address given to somebody.
  window.history.replaceState(window.history.state, "", href);
  for (const block of changed) block.setAttribute("data-just-saved", "");
  const first = changed[0];
  const isNear =
    first &&
    first.getBoundingClientRect().top - (notice?.getBoundingClientRect().top ?? 0) < window.innerHeight / 2;
  (isNear ? notice : first)?.scrollIntoView({ block: isNear ? "start" : "center" });
  const end = () => changed.forEach((block) => block.removeAttribute("data-just-saved"));
  const ends = setTimeout(end, markedFor);
  return { hasWaited, end: () => clearTimeout(ends) };
}
