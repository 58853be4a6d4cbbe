/** What an instructor sends to make an assignment. Shared with the form, so that both refuse the same things. */
import { z } from "zod";
import { cleanText } from "@/core/text/clean";

export const mostStarterPages = 40;
export const mostGroups = 200;

const title = (what: string) => z.string().transform(cleanText).pipe(z.string().trim().min(1, `${what} is missing`).max(200, `${what} is longer than 200 characters`));
const local = (what: string) => z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, `${what} is no date with a time`);

export const newAssignment = z.object({
  title: title("The title"),
  brief: z.string().transform(cleanText).pipe(z.string().trim().max(20_000, "The brief is longer than 20,000 characters")),
  /** Wall-clock times in the course's time zone. */
  opensAt: local("The opening time"),
  dueAt: local("The due time"),
  closesAtDue: z.boolean(),
  sharing: z.enum(["group", "student", "class"]),
  /** Where groups share a wiki: their names and members, in order. */
  groups: z.array(z.object({ name: title("A group's name"), members: z.array(z.string().max(40)).max(500) })).max(mostGroups),
  /** The first is the home page. Documents are checked against the schema by the data layer. */
  starterPages: z.array(z.object({ title: title("A starter page's title"), document: z.unknown() })).min(1, "A wiki begins with a home page").max(mostStarterPages),
}).refine((input) => input.opensAt < input.dueAt, { path: ["dueAt"], message: "The due time is not after the opening" });

export type NewAssignment = z.input<typeof newAssignment>;
