/** The trail of the head line: from the course down to where one is, each step with its siblings. */
import { courseAssignments, wikiNames } from "@/data/assignments/read";
import { myCourses } from "@/data/courses/read";
import type { WikiDto } from "@/data/pages/dto";
import type { Context } from "@/data/session/context";
import type { TrailStep } from "@/ui/frame/trail";
import { paths } from "@/ui/paths";

interface Step {
  readonly id: string;
  readonly label: string;
}

/** `ownHref`: where the step itself leads, if that is another place than a sibling's. */
function step(
  siblingsAre: string,
  all: readonly Step[],
  here: string,
  href: (id: string) => string,
  ownHref = href(here),
): TrailStep[] {
  const own = all.find((each) => each.id === here);
  if (!own) return [];
  return [
    {
      label: own.label,
      href: ownHref,
      siblingsAre,
      siblings: all.map((each) => ({ label: each.label, href: href(each.id), isHere: each.id === here })),
    },
  ];
}

export async function courseTrail(ctx: Context, courseId: string): Promise<TrailStep[]> {
  const courses = await myCourses(ctx);
  return step(
    "Courses",
    courses.map(({ id, title }) => ({ id, label: title })),
    courseId,
    paths.course,
  );
}

const courseParts = { People: paths.people, Groups: paths.groups, Settings: paths.settings } as const;

/** A screen of the course itself; its siblings are the other ones. For those who run the course. */
export async function coursePartTrail(
  ctx: Context,
  courseId: string,
  part: keyof typeof courseParts,
): Promise<TrailStep[]> {
  const parts = (Object.keys(courseParts) as (keyof typeof courseParts)[]).map((each) => ({
    id: each,
    label: each,
  }));
  return [
    ...(await courseTrail(ctx, courseId)),
    ...step("Of the course", parts, part, (id) => courseParts[id as keyof typeof courseParts](courseId)),
  ];
}

/**
 * `to` says where the siblings lead: to the same screen of another assignment. The step itself leads to the
 * assignment, from everywhere.
 */
export async function assignmentTrail(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  to = paths.assignment,
): Promise<TrailStep[]> {
  const assignments = await courseAssignments(ctx, courseId);
  return [
    ...(await courseTrail(ctx, courseId)),
    ...step(
      "Assignments",
      assignments.map(({ id, title }) => ({ id, label: title })),
      assignmentId,
      (id) => to(courseId, id),
      paths.assignment(courseId, assignmentId),
    ),
  ];
}

/**
 * The review of an assignment stands below it, so that each step of the head line leads to the same place
 * from everywhere.
 */
export async function reviewOfClassTrail(
  ctx: Context,
  courseId: string,
  assignmentId: string,
): Promise<TrailStep[]> {
  const reviews = (await courseAssignments(ctx, courseId)).filter(({ publishedAt }) => publishedAt !== null);
  return [
    ...(await assignmentTrail(ctx, courseId, assignmentId)),
    ...step(
      "Reviews",
      reviews.map(({ id, title }) => ({ id, label: id === assignmentId ? "Review" : title })),
      assignmentId,
      (id) => paths.review(courseId, id),
    ),
  ];
}

/** The review of one group; its siblings are the other groups' reviews. */
export async function reviewTrail(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  wikiId: string,
): Promise<TrailStep[]> {
  const wikis = await wikiNames(ctx, courseId, assignmentId);
  return [
    ...(await reviewOfClassTrail(ctx, courseId, assignmentId)),
    ...step(
      "Groups",
      wikis.map(({ id, name }) => ({ id, label: name })),
      wikiId,
      (id) => paths.reviewGroup(courseId, assignmentId, id),
    ),
  ];
}

/** The marks of an assignment, and assessing one of its groups: its siblings are the other groups. */
export async function assessTrail(
  ctx: Context,
  courseId: string,
  assignmentId: string,
  wikiId?: string,
): Promise<TrailStep[]> {
  const marked = (await courseAssignments(ctx, courseId)).filter(({ publishedAt }) => publishedAt !== null);
  const wikis = wikiId === undefined ? [] : await wikiNames(ctx, courseId, assignmentId);
  return [
    ...(await assignmentTrail(ctx, courseId, assignmentId)),
    ...step(
      "Marks",
      marked.map(({ id, title }) => ({ id, label: id === assignmentId ? "Marks" : title })),
      assignmentId,
      (id) => paths.marks(courseId, id),
    ),
    ...(wikiId === undefined
      ? []
      : step(
          "Groups",
          wikis.map(({ id, name }) => ({ id, label: name })),
          wikiId,
          (id) => paths.assess(courseId, assignmentId, id),
        )),
  ];
}

/**
 * The way to a wiki. What stands beside its steps is asked for when their lists are opened: a page is read
 * often, and they rarely.
 */
export function wikiTrail({
  courseId,
  courseTitle,
  assignmentId,
  assignmentTitle,
  wikiId,
  name,
}: WikiDto): TrailStep[] {
  return [
    {
      label: courseTitle,
      href: paths.course(courseId),
      siblingsAre: "Courses",
      siblingsFrom: { of: "course", here: courseId },
    },
    {
      label: assignmentTitle,
      href: paths.assignment(courseId, assignmentId),
      siblingsAre: "Assignments",
      siblingsFrom: { of: "assignment", courseId, here: assignmentId },
    },
    {
      label: name,
      href: paths.wiki(courseId, wikiId),
      siblingsAre: "Wikis",
      siblingsFrom: { of: "wiki", courseId, assignmentId, here: wikiId },
    },
  ];
}

export function pageTrail(wiki: WikiDto, pageId: string): TrailStep[] {
  return [
    ...wikiTrail(wiki),
    ...step(
      "Pages",
      wiki.contents.map(({ id, title }) => ({ id, label: title })),
      pageId,
      (id) => paths.page(wiki.courseId, id),
    ).map((each) =>
      wiki.mayStart
        ? {
            ...each,
            act: {
              label: "Start a page",
              href: paths.start(wiki.courseId, wiki.wikiId, undefined, undefined, pageId),
            },
          }
        : each,
    ),
  ];
}
