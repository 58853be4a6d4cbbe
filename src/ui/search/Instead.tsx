import type { SearchFound } from "@/data/search/dto";

/** Says that other words were looked for. */
export function Instead({ found }: { found: SearchFound | null }) {
  if (!found || found.instead.length === 0) return null;
  return (
    <p className="instead">
      {found.instead.map(({ typed, taken }) => (
        <span key={typed}>
          “{typed}” is nowhere that you can read; shown is <strong>{taken.join(", ")}</strong>.{" "}
        </span>
      ))}
    </p>
  );
}
