/**
 * Light or dark: the interface library keeps what was chosen, and each page takes it up before it is drawn.
 */

export function takeUpLook(): void {
  let chosen: string | null = null;
  // Where nothing may be kept, the machine decides.
  try {
    chosen = localStorage.getItem("mui-mode");
  } catch {}
  const machine = matchMedia("(prefers-color-scheme: dark)").matches ? "dark" : "light";
  document.documentElement.setAttribute(
    "data-scheme",
    chosen === "light" || chosen === "dark" ? chosen : machine,
  );
}

/** Stands at the head of a page as a script of its own, so that nothing flashes in the other look. */
export const lookScript = `(${String(takeUpLook)})()`;
