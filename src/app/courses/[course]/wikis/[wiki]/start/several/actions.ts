"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import { severalInput, startSeveral } from "@/data/pages/several";
import { paths } from "@/ui/paths";
import { counted, listed } from "@/ui/words/counts";
import { contentsProblem } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

/** Starts several pages, and says which titles were there already. */
export async function startAll(courseId: string, wikiId: string, json: string): Promise<Answer> {
  const parsed = severalInput.safeParse(fromJson(json));
  if (!parsed.success)
    return {
      kind: "wrong",
      text: "Nothing was started. At most 200 pages are started at once, with titles of at most 200 characters.",
    };
  const started = await startSeveral(await signedIn(), id.parse(courseId), id.parse(wikiId), parsed.data);
  if (started.kind === "refused") return { kind: "wrong", text: contentsProblem(started.problem) };
  if (started.number === 0)
    return { kind: "wrong", text: "Nothing was started: pages with all of these titles are there already." };
  revalidatePath(`/courses/${courseId}`, "layout");
  if (started.there.length === 0) return { kind: "done", href: paths.contents(courseId, wikiId) };
  return {
    kind: "done",
    text: `${counted(started.number, "page was", "pages were")} started. There already: ${listed(started.there)}.`,
  };
}
