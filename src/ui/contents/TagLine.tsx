import { Link } from "@/ui/frame/Link";

/** A page's tags, each leading to the pages that have it. Nothing for none. */
export function TagLine({ tags, hrefOf }: { tags: readonly string[]; hrefOf: (tag: string) => string }) {
  if (tags.length === 0) return null;
  return (
    <span className="tag-line">
      {tags.map((tag) => (
        <Link key={tag} href={hrefOf(tag)} className="tag" title={`Pages tagged “${tag}”`}>
          {tag}
        </Link>
      ))}
    </span>
  );
}
