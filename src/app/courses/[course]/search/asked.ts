/** What the address of the search screen asks for. */
import * as z from "zod";
import { id } from "@/core/text/id";
import { longestQuery } from "@/core/search/query";
import { searchKinds } from "@/data/search/dto";
import type { Narrowing } from "@/data/search/read";

const days = { day: 1, week: 7, month: 30 } as const;
export type Since = keyof typeof days;

const one = <Schema extends z.ZodType>(schema: Schema) => schema.nullable().catch(null).default(null);

const schema = z.object({
  q: z.string().catch("").default(""),
  wiki: one(id),
  assignment: one(id),
  by: one(z.string().regex(/^[\w-]{1,60}$/)),
  kind: one(z.enum(searchKinds)),
  tag: one(z.string().trim().min(1).max(60)),
  since: one(z.enum(["day", "week", "month"])),
  past: one(z.literal("1")),
});

export type SearchAsked = z.output<typeof schema>;

/** What cannot be read is as if it had not been asked for. */
export function readAsked(given: Readonly<Record<string, string | string[] | undefined>>): SearchAsked {
  const asked = schema.parse(given);
  return { ...asked, q: asked.q.slice(0, longestQuery) };
}

const dayLength = 86_400_000;

export function narrowingOf(asked: SearchAsked, now: Date): Narrowing {
  return {
    assignment: asked.assignment,
    wiki: asked.wiki,
    author: asked.by,
    kind: asked.kind,
    tag: asked.tag,
    since: asked.since ? new Date(now.getTime() - days[asked.since] * dayLength) : null,
    past: asked.past === "1",
  };
}

/** As the address has it: without what was not asked for. */
export function asAddress(asked: SearchAsked): Record<string, string> {
  return Object.fromEntries(
    Object.entries(asked).filter((pair): pair is [string, string] => pair[1] !== null && pair[1] !== ""),
  );
}
