const safeSchemes = new Set(["http:", "https:", "mailto:"]);

/** Whether `address` is an absolute web or mail address. Scripts, data and file addresses are not. */
export function isSafeAddress(address: unknown): address is string {
  if (typeof address !== "string" || address.length > 2000) return false;
  try {
    return safeSchemes.has(new URL(address).protocol);
  } catch {
    return false;
  }
}
