"use server";
import * as z from "zod";
import { askForPlace, type requestInput } from "@/data/people/requests";
import { guestContext } from "@/data/session/guest";
import { type Answer, fromJson } from "@/app/_parts/answers";

export async function ask(code: string, json: string): Promise<Answer> {
  const asked = await askForPlace(
    await guestContext(),
    z.string().max(40).parse(code),
    fromJson(json, 10_000) as z.input<typeof requestInput>,
  );
  if (asked.kind === "asked")
    return {
      kind: "done",
      text: "Your request is with the instructor. You get mail when it is decided; you can close this page.",
    };
  switch (asked.problem.code) {
    case "not found":
      return { kind: "wrong", text: "Requests for a place on this course are closed." };
    case "full":
      return { kind: "wrong", text: "Too many requests are waiting. Write to the instructor." };
    case "bad input":
      return { kind: "wrong", text: `${asked.problem.message}.` };
    default:
      return asked.problem satisfies never;
  }
}
