const unstorable =
  /[\u0000-\u0008\u000b\u000c\u000e-\u001f]|[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/**
 * `text` without control characters and halves of characters, which neither JSON nor the database carries.
 */
export function cleanText(text: string): string {
  return text.replace(unstorable, "");
}

/** Whether `cleanText` would change it. */
export function hasUnstorable(text: string): boolean {
  return text.search(unstorable) >= 0;
}
