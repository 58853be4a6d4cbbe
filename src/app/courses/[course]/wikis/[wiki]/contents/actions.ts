"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { copyPage } from "@/data/pages/copy";
import {
  arrangePage,
  bringPageBack,
  makeHomePage,
  orderAnew,
  removePage,
  renamePage,
  setHeading,
} from "@/data/pages/places";
import { setTags } from "@/data/pages/tags";
import type { ContentsSaved } from "@/data/pages/dto";
import { paths } from "@/ui/paths";
import { contentsProblem } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

export async function rename(courseId: string, pageId: string, title: string): Promise<Answer> {
  return answer(
    courseId,
    await renamePage(await signedIn(), {
      courseId: id.parse(courseId),
      pageId: id.parse(pageId),
      title: z.string().max(2000).parse(title),
    }),
  );
}

export async function remove(courseId: string, pageId: string): Promise<Answer> {
  return answer(
    courseId,
    await removePage(await signedIn(), { courseId: id.parse(courseId), pageId: id.parse(pageId) }),
  );
}

export async function bringBack(courseId: string, pageId: string, title?: string): Promise<Answer> {
  const as = z.string().max(2000).optional().parse(title);
  return answer(
    courseId,
    await bringPageBack(await signedIn(), {
      courseId: id.parse(courseId),
      pageId: id.parse(pageId),
      ...(as === undefined ? {} : { title: as }),
    }),
  );
}

export async function arrange(
  courseId: string,
  pageId: string,
  parentId: string | null,
  before: string | null,
): Promise<Answer> {
  const given = z
    .object({ courseId: id, pageId: id, parentId: id.nullable(), before: id.nullable() })
    .parse({ courseId, pageId, parentId, before });
  return answer(courseId, await arrangePage(await signedIn(), given));
}

const places = z.array(z.object({ id, parentId: id.nullable() })).max(5000);

/** Puts all pages into the order in which they were started, or (for undoing that) into one that they had. */
export async function order(
  courseId: string,
  wikiId: string,
  given: { id: string; parentId: string | null }[] | null,
): Promise<Answer & { readonly before?: { id: string; parentId: string | null }[] }> {
  const ordered = await orderAnew(
    await signedIn(),
    id.parse(courseId),
    id.parse(wikiId),
    places.nullable().parse(given),
  );
  if (ordered.kind === "refused") return { kind: "wrong", text: contentsProblem(ordered.problem) };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", before: [...ordered.before] };
}

export async function makeHome(courseId: string, pageId: string): Promise<Answer> {
  return answer(
    courseId,
    await makeHomePage(await signedIn(), { courseId: id.parse(courseId), pageId: id.parse(pageId) }),
  );
}

/** Puts a heading above a page in the contents. */
export async function putHeading(courseId: string, pageId: string, heading: string): Promise<Answer> {
  return answer(
    courseId,
    await setHeading(await signedIn(), {
      courseId: id.parse(courseId),
      pageId: id.parse(pageId),
      heading: z.string().max(2000).parse(heading),
    }),
  );
}

export async function tag(courseId: string, pageId: string, tags: string[]): Promise<Answer> {
  return answer(
    courseId,
    await setTags(await signedIn(), {
      courseId: id.parse(courseId),
      pageId: id.parse(pageId),
      tags: z.array(z.string().max(2000)).max(200).parse(tags),
    }),
  );
}

/** Starts a page with the text of another, and leads to it. */
export async function copy(courseId: string, pageId: string, title: string): Promise<Answer> {
  const copied = await copyPage(await signedIn(), {
    courseId: id.parse(courseId),
    pageId: id.parse(pageId),
    title: z.string().max(2000).parse(title),
  });
  if (copied.kind === "refused") return { kind: "wrong", text: contentsProblem(copied.problem) };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done", href: paths.page(courseId, copied.pageId) };
}

function answer(courseId: string, saved: ContentsSaved): Answer {
  if (saved.kind === "refused") return { kind: "wrong", text: contentsProblem(saved.problem) };
  revalidatePath(`/courses/${courseId}`, "layout");
  return { kind: "done" };
}
