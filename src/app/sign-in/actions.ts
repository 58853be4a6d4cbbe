"use server";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { after } from "next/server";
import * as z from "zod";
import { askForPasswordLink, passwordLinkMinutes } from "@/data/accounts/links";
import { auth } from "@/data/session/auth";
import { addressHeader } from "@/data/session/client-address";
import { guestContext } from "@/data/session/guest";
import { paths } from "@/ui/paths";
import type { Answer } from "@/app/_parts/answers";

export async function signOut(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect(paths.signIn());
}

/** Ends every session of the person, on every machine. */
export async function signOutEverywhere(): Promise<void> {
  await auth().api.revokeSessions({ headers: await headers() });
  redirect(paths.signIn());
}

/**
 * Has a link sent by which a new password is chosen. The answer is the same for every address, and comes
 * before anything is looked up.
 */
export async function askForLink(address: string): Promise<Answer> {
  const typed = z.string().max(254).parse(address);
  const at = await guestContext();
  const from = (await headers()).get(addressHeader) ?? "";
  after(() => askForPasswordLink(at, typed, from));
  return {
    kind: "done",
    text: `If an account has this address, a link is on its way there. It works for ${passwordLinkMinutes} minutes. Nothing came? Look where unwanted mail goes, and whether this is the address that your course knows.`,
  };
}
