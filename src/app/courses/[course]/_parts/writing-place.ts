import { wikiFiles } from "@/data/files/read";
import type { WikiDto } from "@/data/pages/dto";
import type { Context } from "@/data/session/context";
import type { WritingPlace } from "@/ui/editor/place";
import { paths } from "@/ui/paths";
import { describe, headingsOfPage } from "./writing-actions";

/** What a page of a wiki is written with. `pageId` null: it is being started. */
export async function writingPlace(
  ctx: Context,
  wiki: WikiDto,
  { pageId, title, mayUpload }: { pageId: string | null; title: string; mayUpload: boolean },
): Promise<WritingPlace> {
  const { courseId, wikiId } = wiki;
  const isMember = wiki.members.some(({ id }) => id === ctx.viewer.id);
  const known = await wikiFiles(ctx, courseId, wikiId);
  return {
    title,
    pages: wiki.contents.map(({ id, title: name }) => ({ id, title: name })),
    files: known?.files.map(({ usedOn: _, ...file }) => file) ?? [],
    fileBase: paths.fileBase(courseId),
    uploadHref: mayUpload ? paths.upload(courseId, wikiId, pageId ?? undefined) : null,
    describe: describe.bind(null, courseId, wikiId),
    headingsOf: headingsOfPage.bind(null, courseId),
    teammates: isMember
      ? wiki.members.flatMap(({ id, name, until }) =>
          id !== ctx.viewer.id && (until === null || until > ctx.now) ? [{ id, name }] : [],
        )
      : [],
  };
}
