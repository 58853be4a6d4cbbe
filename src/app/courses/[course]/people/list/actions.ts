"use server";
import { id } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import type { ListPlanDto } from "@/data/people/dto";
import { type ListInput, planList, readList } from "@/data/people/list";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { peopleProblem } from "@/ui/words/problems";
import { type Answer, unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const count = z.number().int().min(0);
const options = z.object({
  expected: z.object({ new: count, changed: count, faulty: count }),
  leaveOutFaulty: z.boolean(),
  invites: z.boolean(),
});

export type PlanAnswer =
  | { readonly kind: "planned"; readonly plan: ListPlanDto }
  | { readonly kind: "wrong"; readonly text: string };

/** The dry run. */
export async function plan(courseId: string, list: FormData): Promise<PlanAnswer> {
  const planned = await planList(await signedIn(), id.parse(courseId), (await unpacked(list)) as ListInput);
  return planned.kind === "planned" ? planned : { kind: "wrong", text: peopleProblem(planned.problem) };
}

export async function read(
  courseId: string,
  list: FormData,
  given: z.input<typeof options>,
): Promise<Answer> {
  const done = await readList(
    await signedIn(),
    id.parse(courseId),
    (await unpacked(list)) as ListInput,
    options.parse(given),
  );
  if (done.kind === "refused")
    return { kind: "wrong", text: `Nothing was read. ${peopleProblem(done.problem)}` };
  revalidatePath(paths.course(courseId), "layout");
  const changed = done.changed > 0 ? `, ${counted(done.changed, "person is", "people are")} changed` : "";
  return {
    kind: "done",
    text: `${counted(done.added, "person is", "people are")} new on the course${changed}.`,
    ...(done.setId ? { href: paths.groupSet(courseId, done.setId) } : {}),
  };
}
