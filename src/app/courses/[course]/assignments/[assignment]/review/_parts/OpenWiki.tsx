import type { Period } from "@/data/review/period";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";

/** Leads from a review to the wiki in the state that the review is about. */
export function OpenWiki({ courseId, wikiId, period }: { courseId: string; wikiId: string; period: Period }) {
  const isKept = period.eachAt === "cut-off";
  return (
    <LinkButton
      href={isKept ? paths.kept(courseId, wikiId) : paths.wiki(courseId, wikiId)}
      variant="outlined"
    >
      {isKept ? "Open the wiki as at the cut-off" : "Open the wiki"}
    </LinkButton>
  );
}
