import { courseFiles } from "@/data/files/read";
import type { Context } from "@/data/session/context";
import type { WritingPlace } from "@/ui/editor/place";
import { paths } from "@/ui/paths";

/** The files that starter pages can show, and where more are sent. */
export async function starterFiles(
  ctx: Context,
  courseId: string,
): Promise<Pick<WritingPlace, "files" | "fileBase" | "uploadHref">> {
  return {
    files: await courseFiles(ctx, courseId),
    fileBase: paths.fileBase(courseId),
    uploadHref: paths.upload(courseId, null),
  };
}
