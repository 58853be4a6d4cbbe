"use server";
import { id } from "@/core/text/id";
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import * as z from "zod";
import { enter, knock, leaveRoom } from "@/data/doors/entering";
import { settings } from "@/data/env";
import { knocking, roomCookie, roomRequest } from "@/data/session/door";
import { paths } from "@/ui/paths";
import { notEntered } from "@/ui/words/doors";
import type { Answer } from "../_parts/answers";

const hours = 24 * 60 * 60;
const typed = z.string().max(40);

/** Looks for the room with a code, and leads to its names. */
export async function findRoomByCode(code: string): Promise<Answer> {
  const given = typed.safeParse(code);
  const found = given.success
    ? await knock(await knocking(), given.data)
    : { kind: "refused" as const, problem: { code: "no such room" as const } };
  return found.kind === "room"
    ? { kind: "done", href: paths.room(code.toUpperCase().replace(/[\s-]/g, "")) }
    : { kind: "wrong", text: notEntered(found.problem.code) };
}

/** Comes in by a name, which nobody else can choose from then on. */
export async function enterAs(code: string, nameId: string): Promise<Answer> {
  const former = await roomRequest();
  const entered = await enter(await knocking(), typed.parse(code), id.parse(nameId));
  if (entered.kind === "refused") return { kind: "wrong", text: notEntered(entered.problem.code) };
  const at = await knocking();
  if (former) await leaveRoom(at.db, former.token);
  // The server asks with each request whether the room is open: the cookie only says who comes.
  (await cookies()).set(roomCookie, entered.token, {
    path: paths.room(),
    httpOnly: true,
    sameSite: "lax",
    secure: settings().BETTER_AUTH_URL.startsWith("https:"),
    maxAge: hours,
  });
  return { kind: "done", href: paths.inRoom() };
}

/** Goes out, and lets the name go. */
export async function leave(): Promise<void> {
  const asked = await roomRequest();
  if (asked) await leaveRoom((await knocking()).db, asked.token);
  (await cookies()).set(roomCookie, "", { path: paths.room(), httpOnly: true, sameSite: "lax", maxAge: 0 });
  redirect(paths.room());
}
