"use server";
import { headers } from "next/headers";
import * as z from "zod";
import { setPasswordByLink } from "@/data/accounts/links";
import { auth } from "@/data/session/auth";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import { passwordWords } from "@/ui/words/account";
import type { Answer } from "@/app/_parts/answers";

/** Sets the password of whom a link was sent to, and signs them in. */
export async function choose(token: string, password: string): Promise<Answer> {
  const given = z
    .object({ token: z.string().max(100), password: z.string().max(1000) })
    .parse({ token, password });
  const set = await setPasswordByLink(await guestContext(), given.token, given.password);
  if (set.kind === "refused")
    return {
      kind: "wrong",
      text:
        set.problem.code === "no link"
          ? "This link no longer works. Ask for another where you sign in."
          : passwordWords(set.problem.code),
    };
  await auth().api.signInEmail({
    body: { email: set.address, password: given.password },
    headers: await headers(),
  });
  return { kind: "done", href: paths.courses() };
}
