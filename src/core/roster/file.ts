/** A file of people, whatever it is: a list as text, or an archive in the OneRoster format. */
import { unzipSync } from "fflate";
import { decodeText } from "./decode";
import { type ReadArchive, readArchive } from "./one-roster";
import { type ListTable, readTable } from "./table";

export type ReadFile =
  | { readonly kind: "list"; readonly table: ListTable; readonly encoding: string }
  | { readonly kind: "archive"; readonly archive: Extract<ReadArchive, { kind: "archive" }> }
  | {
      readonly kind: "refused";
      readonly problem: "not text" | "empty" | "too many rows" | "too wide" | "too large" | "broken archive";
    }
  | { readonly kind: "refused"; readonly problem: "not a roster"; readonly missing: string };

export const largestFile = 20_000_000;
/** Of an archive's files, unpacked: a small file must not unfold without end. */
const largestUnpacked = 60_000_000;

export function readPeopleFile(bytes: Uint8Array): ReadFile {
  if (bytes.length > largestFile) return { kind: "refused", problem: "too large" };
  if (bytes[0] === 0x50 && bytes[1] === 0x4b && bytes[2] === 3 && bytes[3] === 4) return readZip(bytes);
  const decoded = decodeText(bytes);
  if (decoded.kind === "not text") return { kind: "refused", problem: "not text" };
  const read = readTable(decoded.text);
  return read.kind === "table" ? { kind: "list", table: read.table, encoding: decoded.encoding } : read;
}

function readZip(bytes: Uint8Array): ReadFile {
  let size = 0;
  const texts = new Map<string, string>();
  try {
    const files = unzipSync(bytes, {
      filter: ({ name, originalSize }) => name.endsWith(".csv") && (size += originalSize) <= largestUnpacked,
    });
    for (const [path, content] of Object.entries(files)) {
      const decoded = decodeText(content);
      // Some programs put the files into a folder of the archive.
      if (decoded.kind === "text") texts.set(path.split("/").at(-1)!, decoded.text);
    }
  } catch {
    return { kind: "refused", problem: "broken archive" };
  }
  if (size > largestUnpacked) return { kind: "refused", problem: "too large" };
  const archive = readArchive(texts);
  return archive.kind === "archive"
    ? { kind: "archive", archive }
    : { kind: "refused", problem: "not a roster", missing: archive.missing };
}
