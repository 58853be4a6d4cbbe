import { id, ids } from "@/core/text/id";
import * as z from "zod";
import { typedText } from "@/core/text/typed";
import { titleOf } from "../assignments/input";

export const mostGroups = 500;

export const groupSetInput = z.object({
  title: titleOf("The title"),
  /** In order; a group without an id is new. */
  groups: z
    .array(
      z.object({
        id: id.nullable(),
        name: titleOf("A group's name"),
        topic: typedText(200, { tooLong: "A topic is longer than 200 characters" }),
        members: ids(5000),
      }),
    )
    .max(mostGroups, `A set has at most ${mostGroups} groups`),
  seed: z
    .number()
    .int()
    .min(0)
    .max(2 ** 31 - 1)
    .nullable(),
  signUpLimit: z.number().int().min(1, "A group has room for at least one").max(1000).nullable(),
  /** A wall-clock time in the course's zone. */
  signUpUntil: z
    .string()
    .regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, "The end of sign-up is no date with a time")
    .nullable(),
  published: z.boolean(),
  /** From when those who move belong to their new group; null: from now on. */
  movesFrom: z
    .string()
    .regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, "The day of moving is no date with a time")
    .nullable(),
});

export type GroupSetInput = z.input<typeof groupSetInput>;
