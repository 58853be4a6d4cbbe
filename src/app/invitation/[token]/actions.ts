"use server";
import { headers } from "next/headers";
import * as z from "zod";
import { acceptInvitation } from "@/data/people/invitations";
import { auth } from "@/data/session/auth";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import { passwordWords } from "@/ui/words/account";
import type { Answer } from "@/app/_parts/answers";

/** Sets the password, and signs the person in. */
export async function accept(token: string, password: string): Promise<Answer> {
  const { db, now } = await guestContext();
  const given = z
    .object({ token: z.string().max(100), password: z.string().max(1000) })
    .parse({ token, password });
  const accepted = await acceptInvitation(db, { ...given, now });
  if (accepted.kind === "refused") {
    return {
      kind: "wrong",
      text:
        accepted.problem.code === "no invitation"
          ? "This invitation no longer works. If you have a password already, sign in with it."
          : passwordWords(accepted.problem.code),
    };
  }
  await auth().api.signInEmail({
    body: { email: accepted.address, password: given.password },
    headers: await headers(),
  });
  return { kind: "done", href: paths.course(accepted.courseId) };
}
