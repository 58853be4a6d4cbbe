"use server";
import { revalidatePath } from "next/cache";
import * as z from "zod";
import { askForAddress, changePassword, endSessions, type OwnChanged } from "@/data/accounts/own";
import { confirmAddress } from "@/data/accounts/links";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import { passwordWords } from "@/ui/words/account";
import { onlyLooking } from "@/ui/words/problems";
import type { Answer } from "@/app/_parts/answers";
import { signedIn } from "@/app/_parts/context";

const password = z.string().max(1000);

function answer(changed: OwnChanged, text: string): Answer {
  if (changed.kind === "changed") {
    revalidatePath(paths.account());
    return { kind: "done", text };
  }
  switch (changed.problem.code) {
    case "only looking":
      return { kind: "wrong", text: onlyLooking };
    case "wrong password":
      return { kind: "wrong", text: "This is not your present password. Nothing was changed." };
    case "wait":
      return { kind: "wrong", text: "Too many wrong passwords. Wait some minutes, then try again." };
    case "not found":
      return { kind: "wrong", text: "That session has ended already. Reload the page." };
    case "bad address":
      return { kind: "wrong", text: "This is no mail address. Nothing was changed." };
    case "same address":
      return { kind: "wrong", text: "This is your address already." };
    default:
      return { kind: "wrong", text: passwordWords(changed.problem.code) };
  }
}

export async function savePassword(current: string, next: string): Promise<Answer> {
  const given = z.object({ current: password, next: password }).parse({ current, next });
  return answer(
    await changePassword(await signedIn(), given),
    "Your password is changed. You are signed out on all other machines, and a mail tells you of it.",
  );
}

export async function saveAddress(current: string, address: string): Promise<Answer> {
  const given = z.object({ password, address: z.string().max(640) }).parse({ password: current, address });
  return answer(
    await askForAddress(await signedIn(), given),
    "A link is on its way to the new address. Your address changes once you have followed it, within a day.",
  );
}

/** Ends one session of the viewer's, or all but this one. */
export async function signOutThere(session: string | null): Promise<Answer> {
  const id = z.string().max(100).nullable().parse(session);
  return answer(
    await endSessions(await signedIn(), id === null ? "others" : { id }),
    id === null ? "You are signed out everywhere else." : "You are signed out there.",
  );
}

/** Makes an address that a link was sent to the person's own: whoever has the link has the address. */
export async function confirm(token: string): Promise<Answer> {
  const done = await confirmAddress(await guestContext(), z.string().max(100).parse(token));
  if (done.kind === "confirmed")
    return { kind: "done", text: `You sign in with ${done.address} from now on.` };
  return {
    kind: "wrong",
    text:
      done.problem.code === "taken"
        ? "Another account has this address by now. Nothing was changed."
        : "This link no longer works. Ask for another on the page of your account.",
  };
}
