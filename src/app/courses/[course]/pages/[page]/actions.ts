"use server";
import { id } from "@/core/text/id";
import { refresh, revalidatePath } from "next/cache";
import { redirect } from "next/navigation";
import * as z from "zod";
import { endDiscussion, markDiscussion } from "@/data/comments/discussion";
import type { Commented, DiscussionMarked } from "@/data/comments/dto";
import { takeUp } from "@/data/comments/taken-up";
import { addComment, editComment, settleComment, withdrawComment } from "@/data/comments/write";
import type { Typed } from "@/data/drafts/dto";
import { dropRemark, keepRemark, remarkPlace } from "@/data/drafts/remarks";
import { type DraftPlace, dropDraft, typedInput } from "@/data/drafts/write";
import type { Saved } from "@/data/pages/dto";
import { restoreEntry } from "@/data/pages/write";
import { answerShared } from "@/data/ledger/shared";
import { paths } from "@/ui/paths";
import { onlyLooking } from "@/ui/words/problems";
import { type Answer, unpacked } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const place = z.object({ quote: z.string().max(20_000), near: z.int().min(0) });

/** Comments on a page as it stood after an entry, or on a passage of it. */
export async function commentOn(
  courseId: string,
  pageId: string,
  entry: number,
  about: { quote: string; near: number } | null,
  body: string,
  typed?: Typed,
): Promise<Commented> {
  const given = z
    .object({
      courseId: id,
      pageId: id,
      entry: z.int().min(1),
      about: place.nullable(),
      body: z.string().max(20_000),
      typed: typedInput.optional(),
    })
    .parse({ courseId, pageId, entry, about, body, typed });
  const answer = await addComment(await signedIn(), {
    ...given,
    parent: null,
    passage: given.about && { ...given.about, entry: given.entry },
  });
  refresh();
  return answer;
}

/** Marks a passage of a page, as it stood after an entry, as discussion. */
export async function markAsDiscussion(
  courseId: string,
  pageId: string,
  entry: number,
  about: { quote: string; near: number },
): Promise<DiscussionMarked> {
  const given = z
    .object({ courseId: id, pageId: id, entry: z.int().min(1), about: place })
    .parse({ courseId, pageId, entry, about });
  const answer = await markDiscussion(await signedIn(), given.courseId, given.pageId, {
    ...given.about,
    entry: given.entry,
  });
  if (answer.kind === "marked") revalidatePath(`/courses/${given.courseId}`, "layout");
  return answer;
}

/** Lets a passage count as text again. */
export async function countAsText(courseId: string, discussionId: string): Promise<DiscussionMarked> {
  const given = z.object({ courseId: id, discussionId: id }).parse({ courseId, discussionId });
  const answer = await endDiscussion(await signedIn(), given.courseId, given.discussionId);
  if (answer.kind === "marked") revalidatePath(`/courses/${given.courseId}`, "layout");
  return answer;
}

/** Answers a comment. */
export async function answer(
  courseId: string,
  pageId: string,
  parent: string,
  body: string,
  typed?: Typed,
): Promise<Commented> {
  const given = z
    .object({
      courseId: id,
      pageId: id,
      parent: id,
      body: z.string().max(20_000),
      typed: typedInput.optional(),
    })
    .parse({ courseId, pageId, parent, body, typed });
  const said = await addComment(await signedIn(), given);
  refresh();
  return said;
}

/** Says something else in a comment of one's own. */
export async function editRemark(
  courseId: string,
  commentId: string,
  body: string,
  typed?: Typed,
): Promise<Commented> {
  const given = z
    .object({ courseId: id, commentId: id, body: z.string().max(20_000), typed: typedInput.optional() })
    .parse({ courseId, commentId, body, typed });
  const answer = await editComment(await signedIn(), given);
  refresh();
  return answer;
}

/** Keeps a comment or an answer that is being written; false: it could not be kept. */
export async function keepRemarkDraft(courseId: string, pageId: string, sent: FormData): Promise<boolean> {
  const at = z.object({ courseId: id, pageId: id }).parse({ courseId, pageId });
  return keepRemark(await signedIn(), at.courseId, at.pageId, await unpacked(sent));
}

/** What was begun there is not wanted any more. */
export async function dropRemarkDraft(
  courseId: string,
  pageId: string,
  place: string,
  typed: Typed,
): Promise<void> {
  const given = z
    .object({ courseId: id, pageId: id, place: remarkPlace, typed: typedInput })
    .parse({ courseId, pageId, place, typed });
  await dropRemark(await signedIn(), given.courseId, given.pageId, given.place, given.typed);
}

/** Withdraws a comment, or puts it back. */
export async function withdrawRemark(
  courseId: string,
  commentId: string,
  withdrawn: boolean,
): Promise<Commented> {
  const given = z
    .object({ courseId: id, commentId: id, withdrawn: z.boolean() })
    .parse({ courseId, commentId, withdrawn });
  const answer = await withdrawComment(await signedIn(), given);
  refresh();
  return answer;
}

/**
 * Says that an entry took a comment up, or (null) that none did; 0: the one that the form names. What can't
 * be so changes nothing, and is said.
 */
export async function takenUp(
  courseId: string,
  pageId: string,
  commentId: string,
  number: number | null,
  form?: FormData,
): Promise<void> {
  const named = number === 0 ? Number(form?.get("number")) : number;
  const given = z
    .object({ courseId: id, pageId: id, commentId: id, number: z.int().min(1).max(2_000_000_000).nullable() })
    .parse({ courseId, pageId, commentId, number: named });
  const answer = await takeUp(await signedIn(), given);
  if (answer.kind === "refused")
    redirect(
      `${paths.page(given.courseId, given.pageId)}?untaken=${encodeURIComponent(answer.problem.code)}#talk`,
    );
  refresh();
}

/** Settles a thread of comments, or opens it again. */
export async function settle(courseId: string, commentId: string, settled: boolean): Promise<Commented> {
  const given = z
    .object({ courseId: id, commentId: id, settled: z.boolean() })
    .parse({ courseId, commentId, settled });
  const answer = await settleComment(await signedIn(), given);
  refresh();
  return answer;
}

const draftPlace = z.union([z.object({ courseId: id, pageId: id }), z.object({ courseId: id, wikiId: id })]);

/** Drops what the viewer typed on a page, or of a page to be started, and did not save. */
export async function dropLeftDraft(at: DraftPlace): Promise<void> {
  const given = draftPlace.parse(at);
  const ctx = await signedIn();
  if (!ctx.lookingAs) await dropDraft(ctx, given);
  refresh();
}

/** The viewer says whether they wrote an entry too whose author named them. */
export async function answerTogether(
  courseId: string,
  pageId: string,
  number: number,
  isConfirmed: boolean,
): Promise<Answer> {
  const given = z
    .object({ courseId: id, pageId: id, number: z.int().min(1), isConfirmed: z.boolean() })
    .parse({ courseId, pageId, number, isConfirmed });
  const answered = await answerShared(await signedIn(), given);
  if (answered.kind === "refused")
    return {
      kind: "wrong",
      text:
        answered.problem.code === "only looking" ? onlyLooking : "Nobody says any more that you wrote this.",
    };
  revalidatePath(`/courses/${given.courseId}`, "layout");
  return { kind: "done" };
}

/** Brings back an entry, or the parts of it that are named. */
export async function restore(
  courseId: string,
  pageId: string,
  number: number,
  base: number,
  parts: readonly string[] | null,
): Promise<Saved> {
  const given = z
    .object({
      courseId: id,
      pageId: id,
      number: z.int().min(1),
      base: z.int().min(1),
      parts: z.array(id).min(1).max(2000).nullable(),
    })
    .parse({ courseId, pageId, number, base, parts });
  const saved = await restoreEntry(await signedIn(), given);
  if (saved.kind === "saved") revalidatePath(`/courses/${given.courseId}`, "layout");
  return saved;
}
