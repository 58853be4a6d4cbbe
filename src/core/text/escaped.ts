/** Text within XML or HTML; characters that XML can't hold are left out. */
export function escaped(text: string): string {
  const signs: Readonly<Record<string, string>> = {
    "&": "&amp;",
    "<": "&lt;",
    ">": "&gt;",
    '"': "&quot;",
    "'": "&#39;",
  };
  return text
    .replace(/[^\t\n\r\u0020-\ud7ff\ue000-\ufffd\u{10000}-\u{10ffff}]/gu, "")
    .replace(/[&<>"']/g, (sign) => signs[sign]!);
}
