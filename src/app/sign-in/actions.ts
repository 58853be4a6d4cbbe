"use server";
import { headers } from "next/headers";
import { redirect } from "next/navigation";
import { auth } from "@/data/session/auth";

export async function signOut(): Promise<void> {
  await auth().api.signOut({ headers: await headers() });
  redirect("/sign-in");
}

/** Ends every session of the person, on every machine. */
export async function signOutEverywhere(): Promise<void> {
  await auth().api.revokeSessions({ headers: await headers() });
  redirect("/sign-in");
}
