"use server";
import { id } from "@/core/text/id";
import * as z from "zod";
import { courseAssignments, wikiNames } from "@/data/assignments/read";
import { myCourses } from "@/data/courses/read";
import { paths } from "@/ui/paths";
import type { Sibling, SiblingsAsked } from "@/ui/frame/trail";
import { signedIn } from "./context";

const asked = z.union([
  z.object({ of: z.literal("course"), here: id }),
  z.object({ of: z.literal("assignment"), courseId: id, here: id }),
  z.object({ of: z.literal("wiki"), courseId: id, assignmentId: id, here: id }),
]);

/**
 * What stands beside a step of the trail, asked for when its list is opened: as far as the viewer sees it.
 */
export async function siblings(given: SiblingsAsked): Promise<Sibling[]> {
  const step = asked.parse(given);
  const ctx = await signedIn();
  const listed = (
    all: readonly { readonly id: string; readonly label: string }[],
    href: (id: string) => string,
  ) => all.map((each) => ({ label: each.label, href: href(each.id), isHere: each.id === step.here }));
  switch (step.of) {
    case "course":
      return listed(
        (await myCourses(ctx)).map(({ id: course, title }) => ({ id: course, label: title })),
        paths.course,
      );
    case "assignment":
      return listed(
        (await courseAssignments(ctx, step.courseId)).map(({ id: assignment, title }) => ({
          id: assignment,
          label: title,
        })),
        (each) => paths.assignment(step.courseId, each),
      );
    case "wiki":
      return listed(
        (await wikiNames(ctx, step.courseId, step.assignmentId)).map(({ id: wiki, name }) => ({
          id: wiki,
          label: name,
        })),
        (each) => paths.wiki(step.courseId, each),
      );
    default:
      return step satisfies never;
  }
}
