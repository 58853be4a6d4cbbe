/**
 * From the text to the tools by a key: in tables and lists Tab has other work, and leads nowhere near them.
 */
import type { Editor } from "@tiptap/core";

const usable = ":is(select, input, button):not(:disabled)";

/** To the tools of the thing that the cursor is in; to the bar if it is in none. */
export function toTools(editor: Editor): boolean {
  const frame = editor.view.dom.closest(".writing-area")?.querySelector(".tools");
  const own = frame?.querySelector<HTMLElement>(`.object-tools ${usable}`);
  if (own) own.focus();
  else if (frame) toBar(frame);
  return true;
}

export function toBar(frame: Element): void {
  (
    frame.querySelector<HTMLElement>(`.toolbar [tabindex="0"]${usable}`) ??
    frame.querySelector<HTMLElement>(`.toolbar ${usable}`)
  )?.focus();
}
