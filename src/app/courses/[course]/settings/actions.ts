"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import type { CourseInput } from "@/data/courses/input";
import { changeCourse, setArchived } from "@/data/courses/write";
import { courseProblem } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

export async function saveCourse(courseId: string, json: string): Promise<Answer> {
  const saved = await changeCourse(await signedIn(), id.parse(courseId), fromJson(json) as CourseInput);
  if (saved.kind === "refused")
    return { kind: "wrong", text: `Nothing was changed. ${courseProblem(saved.problem)}` };
  revalidatePath("/", "layout");
  return { kind: "done", text: "The settings are saved." };
}

export async function archive(courseId: string, archived: boolean): Promise<Answer> {
  const saved = await setArchived(await signedIn(), id.parse(courseId), z.boolean().parse(archived));
  if (saved.kind === "refused")
    return { kind: "wrong", text: `Nothing was changed. ${courseProblem(saved.problem)}` };
  revalidatePath("/", "layout");
  return { kind: "done", text: archived ? "The course is archived." : "The course is open again." };
}
