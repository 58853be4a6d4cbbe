"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import type { GroupSetInput } from "@/data/groups/input";
import { removeGroupSet, saveGroupSet, signUp } from "@/data/groups/write";
import { paths } from "@/ui/paths";
import { groupsProblem } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

export async function saveSet(
  courseId: string,
  setId: string | null,
  json: string,
  state: string | null,
): Promise<Answer> {
  const saved = await saveGroupSet(
    await signedIn(),
    id.parse(courseId),
    id.nullable().parse(setId),
    fromJson(json, 2_000_000) as GroupSetInput,
    id.nullable().parse(state) ?? undefined,
  );
  if (saved.kind === "refused")
    return { kind: "wrong", text: `Nothing was saved. ${groupsProblem(saved.problem)}` };
  revalidatePath(paths.course(courseId), "layout");
  return setId === null
    ? { kind: "done", href: paths.groupSet(courseId, saved.setId) }
    : { kind: "done", text: "The groups are saved." };
}

export async function removeSet(courseId: string, setId: string): Promise<Answer> {
  const removed = await removeGroupSet(await signedIn(), id.parse(courseId), id.parse(setId));
  if (removed.kind === "refused")
    return { kind: "wrong", text: `Nothing was taken away. ${groupsProblem(removed.problem)}` };
  revalidatePath(paths.course(courseId), "layout");
  return { kind: "done", href: paths.groups(courseId) };
}

export async function takePlace(courseId: string, setId: string, groupId: string | null): Promise<Answer> {
  const saved = await signUp(
    await signedIn(),
    id.parse(courseId),
    id.parse(setId),
    id.nullable().parse(groupId),
  );
  if (saved.kind === "refused") return { kind: "wrong", text: groupsProblem(saved.problem) };
  revalidatePath(paths.course(courseId), "layout");
  return {
    kind: "done",
    text: groupId === null ? "You are in no group of these now." : "You are in the group.",
  };
}
