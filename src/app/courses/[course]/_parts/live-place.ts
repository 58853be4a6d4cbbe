import { headingsOf } from "@/core/document/model";
import type { PageDto } from "@/data/pages/dto";
import type { LivePlace } from "@/ui/live/HereLine";
import { paths } from "@/ui/paths";

/** What the reader or the writer of a page is told by while it is open. */
export function livePlace({ wiki, id, document }: PageDto): LivePlace {
  return {
    href: paths.live(wiki.courseId, id),
    changesBase: `${paths.compare(wiki.courseId, id)}?from=`,
    marks: Object.fromEntries(wiki.members.map((member) => [member.id, member.mark])),
    headings: headingsOf(document).map(({ id: block, text }) => ({ id: block, text })),
  };
}
