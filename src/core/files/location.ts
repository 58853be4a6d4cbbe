/**
 * Takes the place where a picture was taken out of it: cameras write it into the file, and whoever reads a
 * page could read it there. Everything else of the file stays as it is, to the byte; nothing moves.
 */

/**
 * `bytes` itself if they name no place. Looks at Exif (the GPS directory of its TIFF) and at XMP, in JPEG,
 * PNG, WebP and AVIF. O(length).
 */
export function withoutLocation(bytes: Uint8Array): Uint8Array {
  const cleaned = Uint8Array.from(bytes);
  let isChanged = false;
  for (const start of exifStarts(cleaned)) if (blankGps(cleaned, start)) isChanged = true;
  if (blankXmp(cleaned)) isChanged = true;
  if (!isChanged) return bytes;
  if (isPng(cleaned)) renewChecks(cleaned);
  return cleaned;
}

/** "II*\0" and "MM\0*": where a TIFF begins, after one of the marks that announce Exif. */
function exifStarts(bytes: Uint8Array): number[] {
  const found: number[] = [];
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 0; at + 8 <= bytes.length; at++) {
    const first = bytes[at];
    if (first !== 0x49 && first !== 0x4d) continue;
    const sign = view.getUint32(at);
    if (sign === 0x49492a00 || sign === 0x4d4d002a) found.push(at);
    if (found.length >= 16) break;
  }
  return found;
}

const gpsTag = 0x8825;
const sizes: Readonly<Record<number, number>> = {
  1: 1,
  2: 1,
  3: 2,
  4: 4,
  5: 8,
  6: 1,
  7: 1,
  8: 2,
  9: 4,
  10: 8,
  11: 4,
  12: 8,
};

/**
 * Blanks the GPS directory of the TIFF at `start`, with the values that it points to. False: it has none.
 * Never reads or writes beyond the bytes.
 */
function blankGps(bytes: Uint8Array, start: number): boolean {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  const isLittle = bytes[start] === 0x49;
  const at16 = (at: number) => (at + 2 <= bytes.length ? view.getUint16(at, isLittle) : 0);
  const at32 = (at: number) => (at + 4 <= bytes.length ? view.getUint32(at, isLittle) : 0);
  const fill = (from: number, length: number) =>
    bytes.fill(0, Math.min(from, bytes.length), Math.min(from + length, bytes.length));
  const entriesOf = (directory: number) =>
    Array.from({ length: Math.min(at16(directory), 200) }, (_, index) => directory + 2 + 12 * index);
  const first = start + at32(start + 4);
  const pointer = entriesOf(first).find((entry) => at16(entry) === gpsTag);
  if (pointer === undefined) return false;
  const gps = start + at32(pointer + 8);
  const count = at16(gps);
  if (gps <= start || count === 0 || count > 100) return false;
  for (const entry of entriesOf(gps)) {
    const length = (sizes[at16(entry + 2)] ?? 1) * at32(entry + 4);
    if (length > 4 && length <= 4096) fill(start + at32(entry + 8), length);
    fill(entry, 12);
  }
  fill(gps, 2);
  return true;
}

const text = new TextDecoder("latin1");

/**
 * Blanks what an XMP packet says of a place: the values of properties whose name begins with "GPS", and of
 * those that name a location.
 */
function blankXmp(bytes: Uint8Array): boolean {
  let isChanged = false;
  for (let from = indexOf(bytes, "<x:xmpmeta", 0); from >= 0; from = indexOf(bytes, "<x:xmpmeta", from + 1)) {
    const end = indexOf(bytes, "</x:xmpmeta>", from);
    const until = end < 0 || end - from > 1_000_000 ? Math.min(from + 1_000_000, bytes.length) : end;
    const packet = text.decode(bytes.subarray(from, until));
    for (const found of packet.matchAll(
      /\b(?:GPS\w{1,40}|Location\w{0,40})(?:="([^"<>]{0,400})"|>([^<>]{0,400})<)/g,
    )) {
      const value = found[1] ?? found[2] ?? "";
      if (value === "") continue;
      const at = from + found.index + found[0].lastIndexOf(value);
      bytes.fill(0x20, at, at + value.length);
      isChanged = true;
    }
  }
  return isChanged;
}

function indexOf(bytes: Uint8Array, sign: string, from: number): number {
  const [first] = [sign.charCodeAt(0)];
  for (let at = bytes.indexOf(first, from); at >= 0; at = bytes.indexOf(first, at + 1)) {
    let length = 1;
    while (length < sign.length && bytes[at + length] === sign.charCodeAt(length)) length++;
    if (length === sign.length) return at;
  }
  return -1;
}

function isPng(bytes: Uint8Array): boolean {
  return bytes[0] === 0x89 && bytes[1] === 0x50 && bytes[2] === 0x4e && bytes[3] === 0x47;
}

/** A PNG checks each of its chunks: those that changed get a new check. */
function renewChecks(bytes: Uint8Array): void {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  for (let at = 8; at + 12 <= bytes.length;) {
    const length = view.getUint32(at);
    if (at + 12 + length > bytes.length) return;
    view.setUint32(at + 8 + length, crc(bytes.subarray(at + 4, at + 8 + length)));
    at += 12 + length;
  }
}

const crcTable = Uint32Array.from({ length: 256 }, (_, number) => {
  let value = number;
  for (let bit = 0; bit < 8; bit++) value = value & 1 ? 0xedb88320 ^ (value >>> 1) : value >>> 1;
  return value >>> 0;
});

/** CRC-32 as PNG has it (ISO 3309). */
function crc(bytes: Uint8Array): number {
  let value = 0xffffffff;
  for (const byte of bytes) value = crcTable[(value ^ byte) & 0xff]! ^ (value >>> 8);
  return (value ^ 0xffffffff) >>> 0;
}
