import { describe, expect, test } from "vitest";
import { emptyDocument } from "../document/model";
import { type ChainedEntry, chainStart, entryHash, findChainFault } from "./chain";

const entry = (number: number, note: string): ChainedEntry => ({
  page: "p1",
  number,
  base: number - 1,
  kind: "wrote",
  author: "a1",
  at: "2026-03-02T09:00:00.000Z",
  note,
  title: "Home",
  restoredFrom: null,
  document: emptyDocument,
});

function chain(notes: readonly string[]) {
  let before = chainStart;
  return notes.map((note, index) => {
    const each = entry(index + 1, note);
    before = entryHash(each, before);
    return { entry: each, hash: before };
  });
}

describe("a chain of entries", () => {
  const whole = chain(["one", "two", "three"]);
  test("hashes are those of the first release: what was printed then is still proven", () => {
    expect(chainStart).toMatch(/^0{64}$/);
    expect(whole[0]!.hash).toBe("7a5b48860be35936e0be602d995c6428f1b4d4d83ba28b3dfe2bd8016cd0fdf1");
  });
  test("as it was written, it fits", () => expect(findChainFault(whole)).toBeNull());
  test("a changed note is found", () => {
    const tampered = whole.map((each) =>
      each.entry.number === 2 ? { ...each, entry: { ...each.entry, note: "2" } } : each,
    );
    expect(findChainFault(tampered)).toEqual({ kind: "changed", number: 2 });
  });
  test("an entry rewritten with its own hash is found at the next", () => {
    const forged = entry(2, "forged");
    const tampered = [whole[0]!, { entry: forged, hash: entryHash(forged, whole[0]!.hash) }, whole[2]!];
    expect(findChainFault(tampered)).toEqual({ kind: "changed", number: 3 });
  });
  test("an entry taken out is found", () =>
    expect(findChainFault([whole[0]!, whole[2]!])).toEqual({ kind: "missing", number: 2 }));
  test("the order of keys makes no difference", () => {
    const reversed = Object.fromEntries(Object.entries(entry(1, "one")).reverse()) as unknown as ChainedEntry;
    expect(entryHash(reversed, chainStart)).toBe(whole[0]!.hash);
  });
});
