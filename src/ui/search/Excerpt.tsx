import type { PageHit } from "@/data/search/dto";

/** The text around what was found, with the found words marked. */
export function Excerpt({
  excerpt,
  isCutBefore,
  isCutAfter,
}: Pick<PageHit, "excerpt" | "isCutBefore" | "isCutAfter">) {
  if (!excerpt) return null;
  return (
    <span className="excerpt">
      {isCutBefore && "… "}
      {excerpt.map(({ text, isFound }, index) =>
        isFound ? <mark key={index}>{text}</mark> : <span key={index}>{text}</span>,
      )}
      {isCutAfter && " …"}
    </span>
  );
}
