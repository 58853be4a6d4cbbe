/** Mail addresses, as far as a list can tell: the server that takes the mail has the last word. */

/** The most characters of an address (RFC 5321), and of what may hold one with a name beside it. */
export const longestAddress = 254;
export const longestMailbox = 640;

const shape = /^[^\s@<>",;:()[\]\\]+@[^\s@<>",;:()[\]\\.]+(?:\.[^\s@<>",;:()[\]\\.]+)+$/u;

/**
 * The address in small letters, or null if it is none. O(length), and no longer text than `longestMailbox` is
 * looked at.
 */
export function readAddress(text: string): string | null {
  if (text.length > longestMailbox) return null;
  const address = (mailboxOf(text)?.address ?? text).trim().toLowerCase();
  return address.length <= longestAddress && shape.test(address) ? address : null;
}

/** The name of `Mira Okonjo <mira@rivers.example>`; empty if there is none. */
export function nameOfMailbox(text: string): string {
  return text.length > longestMailbox ? "" : (mailboxOf(text)?.name ?? "");
}

export function hasAddress(cell: string): boolean {
  return readAddress(cell) !== null;
}

/** The parts of `"Mira Okonjo" <mira@rivers.example>`; null if the text is nothing such. */
function mailboxOf(text: string): { readonly name: string; readonly address: string } | null {
  const whole = text.trim();
  const opens = whole.indexOf("<");
  if (opens < 0 || whole.indexOf(">") !== whole.length - 1 || opens !== whole.lastIndexOf("<")) return null;
  const address = whole.slice(opens + 1, -1);
  const before = whole.slice(0, opens).trim();
  const name = before
    .slice(before.startsWith('"') ? 1 : 0, before.length > 1 && before.endsWith('"') ? -1 : undefined)
    .trim();
  return address === "" || name.includes('"') ? null : { name, address };
}
