/** From the bytes of a file to its text, whatever program wrote it. */

export type Encoding = "UTF-8" | "UTF-16" | "Windows-1252";

export type Decoded =
  | { readonly kind: "text"; readonly text: string; readonly encoding: Encoding }
  /** A picture, a program, a packed file: nothing that reads as lines. */
  | { readonly kind: "not text" };

const marks = [
  { mark: [0xef, 0xbb, 0xbf], label: "utf-8", encoding: "UTF-8" },
  { mark: [0xff, 0xfe], label: "utf-16le", encoding: "UTF-16" },
  { mark: [0xfe, 0xff], label: "utf-16be", encoding: "UTF-16" },
] as const;

/**
 * Reads `bytes` as UTF-8 or UTF-16 (with or without the mark at the beginning), else as Windows-1252, in
 * which every sequence of bytes means something: a file is refused only if what comes out has characters that
 * no text has. O(bytes).
 */
export function decodeText(bytes: Uint8Array): Decoded {
  const marked = marks.find(({ mark }) => mark.every((byte, at) => bytes[at] === byte));
  if (marked) return asText(decode(bytes.subarray(marked.mark.length), marked.label, false), marked.encoding);
  const unmarked = halfEmpty(bytes);
  if (unmarked) return asText(decode(bytes, unmarked, false), "UTF-16");
  const strict = decode(bytes, "utf-8", true);
  return strict === null
    ? asText(decode(bytes, "windows-1252", false), "Windows-1252")
    : asText(strict, "UTF-8");
}

function decode(bytes: Uint8Array, label: string, fatal: boolean): string | null {
  try {
    return new TextDecoder(label, { fatal }).decode(bytes);
  } catch {
    return null;
  }
}

/** Text of Western letters in UTF-16 has a zero in every second byte. */
function halfEmpty(bytes: Uint8Array): "utf-16le" | "utf-16be" | null {
  const looked = Math.min(bytes.length & ~1, 4000);
  if (looked < 4) return null;
  const zeros = [0, 0];
  for (let at = 0; at < looked; at++) if (bytes[at] === 0) zeros[at & 1]!++;
  const enough = (looked / 2) * 0.4;
  if (zeros[1]! > enough && zeros[0] === 0) return "utf-16le";
  return zeros[0]! > enough && zeros[1] === 0 ? "utf-16be" : null;
}

/** Control characters other than tab, line ends and page feeds stand in no list. */
const noText = /[\u0000-\u0008\u000b\u000e-\u001f\ufffe\uffff]/;

function asText(text: string | null, encoding: Encoding): Decoded {
  if (text === null || noText.test(text) || text.startsWith("%PDF-")) return { kind: "not text" };
  return { kind: "text", text, encoding };
}
