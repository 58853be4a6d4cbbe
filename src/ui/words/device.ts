/** The device in the reader's hand, in words. Known in the browser alone: not while a page is first drawn. */

export const isPhone = (): boolean =>
  typeof window !== "undefined" &&
  window.matchMedia("(pointer: coarse)").matches &&
  Math.min(window.screen.width, window.screen.height) < 600;

export function thisDevice(): string {
  if (isPhone()) return "this phone";
  return typeof window !== "undefined" && window.matchMedia("(pointer: coarse)").matches
    ? "this tablet"
    : "this computer";
}
