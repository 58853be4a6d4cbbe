/** Mail addresses, as far as a list can tell: the server that takes the mail has the last word. */

const shape = /^[^\s@<>",;:()[\]\\]+@[^\s@<>",;:()[\]\\.]+(\.[^\s@<>",;:()[\]\\.]+)+$/u;
const mailbox = /^\s*"?([^"<>]*?)"?\s*<([^<>]+)>\s*$/;

/** The address in small letters, or null if it is none. At most 254 characters (RFC 5321). */
export function readAddress(text: string): string | null {
  const address = (mailbox.exec(text)?.[2] ?? text).trim().toLowerCase();
  return address.length <= 254 && shape.test(address) ? address : null;
}

/** The name of `Mira Okonjo <mira@rivers.example>`; empty if there is none. */
export function nameOfMailbox(text: string): string {
  return mailbox.exec(text)?.[1]?.trim() ?? "";
}

export function hasAddress(cell: string): boolean {
  return readAddress(cell) !== null;
}
