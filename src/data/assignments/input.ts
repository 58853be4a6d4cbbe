/**
 * What an instructor sends to set up an assignment. Shared with the form, so that both refuse the same
 * things.
 */
import { id } from "@/core/text/id";
import * as z from "zod";
import { powers } from "@/core/access/may";
import { contributionKinds } from "@/core/assignment/kinds";
import { studentMeasures } from "@/core/assignment/expected";
import { typedText } from "@/core/text/typed";

export const mostStarterPages = 40;

export const titleOf = (what: string) =>
  typedText(200, { missing: `${what} is missing`, tooLong: `${what} is longer than 200 characters` }, 1);
const local = (what: string) =>
  z.string().regex(/^\d{4}-\d\d-\d\dT\d\d:\d\d$/, `${what} is no date with a time`);

export const starterPageInput = z.object({
  /** Made by whoever made the page; it stays the page's name for good. */
  id: z.string().regex(/^[0-9a-z]{6,20}$/),
  title: titleOf("A starter page's title"),
  /** Checked against the schema by the data layer. */
  document: z.unknown(),
  /** The id of the starter page below which it stands, which comes before it. */
  parentId: z.string().max(20).nullable(),
  forEachMember: z.boolean(),
  /** Not made with the wiki: members start pages from it. */
  isTemplate: z.boolean().default(false),
  /** Members read and speak of it, and do not write on it. */
  readOnly: z.boolean().default(false),
  /** Up to when members do not see it; null: from the opening on they do. */
  hiddenUntil: local("The time up to which a starter page is hidden").nullable().default(null),
});

const atLeast = z
  .number({ error: "What is expected is no number" })
  .int("What is expected is no whole number")
  .min(1, "At least 1 is expected")
  .max(1_000_000, "That is more than anybody writes");
const shown = { shown: z.boolean() };

export const expectationInput = z.union([
  z.object({
    of: z.literal("student"),
    measure: z.enum(studentMeasures),
    number: atLeast,
    by: local("The time by which it is expected").nullable(),
    ...shown,
  }),
  z.object({
    of: z.literal("wiki"),
    kind: z.literal("page"),
    title: titleOf("The title of a page that is expected"),
    ...shown,
  }),
  z.object({
    of: z.literal("wiki"),
    kind: z.literal("section"),
    title: titleOf("The title of the page with the section"),
    heading: titleOf("The heading of a section that is expected"),
    ...shown,
  }),
  z.object({ of: z.literal("wiki"), kind: z.enum(["home links to all", "all link home"]), ...shown }),
  z.object({ of: z.literal("wiki"), kind: z.literal("links on each page"), number: atLeast, ...shown }),
  z.object({ of: z.literal("wiki"), kind: z.literal("sources on each page"), number: atLeast, ...shown }),
  z.object({ of: z.literal("wiki"), kind: z.literal("origin of each picture"), ...shown }),
]);

export const assignmentInput = z
  .object({
    title: titleOf("The title"),
    /** A document, checked against the schema by the data layer. */
    brief: z.unknown(),
    /** Wall-clock times in the course's time zone. */
    opensAt: local("The opening time"),
    dueAt: local("The due time"),
    closesAtDue: z.boolean(),
    /** Null: the due time. */
    cutOffAt: local("The cut-off").nullable(),
    commentsOn: z.boolean(),
    /** Null: others never read. */
    othersReadFrom: local("The time from which others read").nullable(),
    /** What members may do with pages apart from writing them. */
    membersMay: z.array(z.enum(powers)).max(100),
    sharing: z.enum(["group", "student", "class"]),
    /** The set of groups, where groups share a wiki. Null while it is not chosen. */
    setId: id.nullable(),
    expected: z.array(expectationInput).max(40, "At most 40 things can be expected"),
    /** The kinds of contribution that count; said before students start, and not changed after that. */
    counts: z
      .array(z.enum(contributionKinds))
      .max(100)
      .transform((given) => contributionKinds.filter((kind) => given.includes(kind)))
      .default([]),
    /** The first is the home page. */
    starterPages: z.array(starterPageInput).min(1, "A wiki begins with a home page").max(mostStarterPages),
  })
  .refine((input) => input.opensAt < input.dueAt, {
    path: ["dueAt"],
    message: "The due time is not after the opening",
  });

export type AssignmentInput = z.input<typeof assignmentInput>;
