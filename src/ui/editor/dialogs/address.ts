import { isSafeAddress } from "@/core/document/address";

/**
 * An address as it was typed, with what goes without saying put in front; null if it is no web or mail
 * address.
 */
export function fullAddress(typed: string): string | null {
  const text = typed.trim();
  if (text === "") return null;
  const full = /^[a-z][a-z0-9+.-]*:/i.test(text)
    ? text
    : /^[^\s@/]+@[^\s@/]+$/.test(text)
      ? `mailto:${text}`
      : `https://${text}`;
  return isSafeAddress(full) ? full : null;
}
