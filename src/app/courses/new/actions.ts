"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import type { CourseInput } from "@/data/courses/input";
import { copyCourse, makeCourse } from "@/data/courses/write";
import { paths } from "@/ui/paths";
import { courseProblem } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

export async function makeNewCourse(from: string | null, json: string): Promise<Answer> {
  const ctx = await signedIn();
  const input = fromJson(json) as CourseInput;
  const earlier = id.nullable().parse(from);
  const saved = earlier === null ? await makeCourse(ctx, input) : await copyCourse(ctx, earlier, input);
  if (saved.kind === "refused")
    return { kind: "wrong", text: `No course was made. ${courseProblem(saved.problem)}` };
  revalidatePath("/", "layout");
  return { kind: "done", href: paths.course(saved.courseId) };
}
