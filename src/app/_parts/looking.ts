"use server";
import { cookies } from "next/headers";
import { redirect } from "next/navigation";
import * as z from "zod";
import { isOverTls } from "@/data/session/address";
import { lookAs, lookingCookie } from "@/data/session/looking";
import { paths } from "@/ui/paths";
import { signedIn } from "./context";

const id = z.string().regex(/^[0-9a-z]{1,60}$/);
const hours = 4 * 60 * 60;

/**
 * Looks at the course as one of its people would, beginning at one of its addresses. The cookie goes with
 * that course's addresses alone.
 */
export async function startLooking(courseId: string, personId: string, href: string): Promise<void> {
  const ctx = await signedIn();
  const seen = ctx.lookingAs
    ? null
    : await lookAs(ctx.db, ctx.viewer, id.parse(courseId), id.parse(personId));
  if (!seen) redirect(paths.course(courseId));
  (await cookies()).set(lookingCookie, `${courseId}.${personId}`, {
    path: paths.course(courseId),
    httpOnly: true,
    secure: isOverTls(),
    sameSite: "lax",
    maxAge: hours,
  });
  redirect(href.startsWith(`${paths.course(courseId)}/`) ? href : paths.course(courseId));
}

export async function stopLooking(courseId: string): Promise<void> {
  (await cookies()).set(lookingCookie, "", {
    path: paths.course(id.parse(courseId)),
    httpOnly: true,
    sameSite: "lax",
    maxAge: 0,
  });
  redirect(paths.course(courseId));
}
