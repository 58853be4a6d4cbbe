"use server";
import { id, ids } from "@/core/text/id";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { sendPasswordLinks } from "@/data/accounts/links";
import type { PeopleSaved } from "@/data/people/dto";
import { mergeAccounts, undoMerge } from "@/data/people/merge";
import { decideRequests, setAsking } from "@/data/people/requests";
import { addPerson, changePerson, invitePeople, type PersonInput, setLeft } from "@/data/people/write";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { peopleProblem } from "@/ui/words/problems";
import { type Answer, fromJson } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const many = ids(5000);

function answer(courseId: string, saved: PeopleSaved, said: (count: number) => string): Answer {
  if (saved.kind === "refused")
    return { kind: "wrong", text: `Nothing was changed. ${peopleProblem(saved.problem)}` };
  revalidatePath(paths.people(courseId));
  return { kind: "done", text: said(saved.count) };
}

export async function invite(courseId: string, people: string[]): Promise<Answer> {
  const saved = await invitePeople(await signedIn(), id.parse(courseId), many.parse(people));
  return answer(
    courseId,
    saved,
    (count) => `${counted(count, "invitation is", "invitations are")} on the way.`,
  );
}

/** Has links sent by which people choose another password. */
export async function sendLinks(courseId: string, people: string[]): Promise<Answer> {
  const sent = await sendPasswordLinks(await signedIn(), id.parse(courseId), ids(50).parse(people));
  if (sent.kind === "refused")
    return {
      kind: "wrong",
      text:
        sent.problem.code === "too often"
          ? "Several links went to this person in the last hour. The newest one works; wait before you send another."
          : "Nothing was sent: only instructors of the course have links sent.",
    };
  return {
    kind: "done",
    text:
      sent.count === 0
        ? "Nobody of these has a password yet: send them an invitation."
        : `${counted(sent.count, "link is", "links are")} on the way. Each works once, for an hour.`,
  };
}

export async function leave(courseId: string, people: string[], left: boolean): Promise<Answer> {
  const saved = await setLeft(
    await signedIn(),
    id.parse(courseId),
    many.parse(people),
    z.boolean().parse(left),
  );
  return answer(courseId, saved, (count) =>
    left
      ? `${counted(count, "person is", "people are")} off the course. What they wrote stays.`
      : `${counted(count, "person is", "people are")} back on the course.`,
  );
}

export async function savePerson(courseId: string, person: string | null, json: string): Promise<Answer> {
  const ctx = await signedIn();
  const input = fromJson(json) as PersonInput;
  const saved =
    person === null
      ? await addPerson(ctx, id.parse(courseId), input)
      : await changePerson(ctx, id.parse(courseId), id.parse(person), input);
  return answer(courseId, saved, () =>
    person === null
      ? `${input.name} is on the course, and an invitation is on the way.`
      : `${input.name} is changed.`,
  );
}

export async function merge(courseId: string, gone: string, kept: string): Promise<Answer> {
  const saved = await mergeAccounts(await signedIn(), id.parse(courseId), id.parse(gone), id.parse(kept));
  if (saved.kind === "saved") revalidatePath(paths.course(courseId), "layout");
  return answer(
    courseId,
    saved,
    () => "The two accounts are one on this course now. It can be undone in the list of those who left.",
  );
}

export async function unmerge(courseId: string, gone: string): Promise<Answer> {
  const saved = await undoMerge(await signedIn(), id.parse(courseId), id.parse(gone));
  if (saved.kind === "saved") revalidatePath(paths.course(courseId), "layout");
  return answer(courseId, saved, () => "The two accounts are two again, each with what it did.");
}

export async function decide(
  courseId: string,
  requests: string[],
  decision: "admitted" | "declined",
): Promise<Answer> {
  const saved = await decideRequests(
    await signedIn(),
    id.parse(courseId),
    many.parse(requests),
    z.enum(["admitted", "declined"]).parse(decision),
  );
  return answer(
    courseId,
    saved,
    (count) =>
      `${counted(count, "request is", "requests are")} ${decision}. ${count === 1 ? "The person gets" : "They get"} mail.`,
  );
}

export async function switchAsking(courseId: string, on: boolean): Promise<Answer> {
  const saved = await setAsking(await signedIn(), id.parse(courseId), z.boolean().parse(on));
  return answer(courseId, saved, () =>
    on
      ? "People can ask for a place now."
      : "Requests are closed. Those already sent still wait for an answer.",
  );
}
