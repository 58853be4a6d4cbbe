/** What an instructor sends about a course. Shared with the form, so that both refuse the same things. */
import * as z from "zod";
import { languageNames } from "@/core/search/languages";
import { instantAt, isZone } from "@/core/time/zone";
import { typedText } from "@/core/text/typed";

const text = (what: string, most: number) =>
  typedText(most, { missing: `${what} is missing`, tooLong: `${what} is longer than ${most} characters` }, 1);
const day = (what: string) =>
  z
    .string()
    .regex(/^\d{4}-\d\d-\d\d$/, `${what} is no date`)
    .refine((value) => instantAt(`${value}T12:00`, "UTC") !== null, "There is no such day");

export const courseInput = z
  .object({
    title: text("The title", 200),
    term: text("The term", 100),
    timeZone: z.string().refine(isZone, "There is no such time zone"),
    /** In which its pages are written. */
    language: z.enum(languageNames, "There is no such language").default("simple"),
    /** Both included. */
    startsOn: day("The first day"),
    endsOn: day("The last day"),
  })
  .refine((input) => input.startsOn <= input.endsOn, {
    path: ["endsOn"],
    message: "The last day is before the first",
  });

export type CourseInput = z.input<typeof courseInput>;
export type CourseFields = z.output<typeof courseInput>;
