import type { Metadata } from "next";
import { notFound } from "next/navigation";
import * as z from "zod";
import { reviewsWork } from "@/core/access/role";
import { id } from "@/core/text/id";
import { findAssignment } from "@/data/assignments/read";
import { findCourse } from "@/data/courses/read";
import { findAlike, longestPassage, shortestPassage } from "@/data/search/alike";
import type { AlikeDto } from "@/data/search/dto";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { shortMoment } from "@/ui/words/times";
import { AlikeForm } from "./AlikeForm";

export const metadata: Metadata = { title: "Who else has this" };

const asked = z.object({
  text: z.string().catch("").default(""),
  page: id.nullable().catch(null).default(null),
});

/** Who else has a sentence or a passage, in all wikis of the assignment. */
export default async function AlikePage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/alike">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const { text, page } = asked.parse(await searchParams);
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const assignment = course && (await findAssignment(ctx, courseId, assignmentId));
  if (!course || !assignment || !reviewsWork(course.role)) notFound();
  const passage = text.slice(0, longestPassage);
  const found =
    passage.trim() === "" ? null : await findAlike(ctx, courseId, assignmentId, { text: passage, page });
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignmentId, paths.alike)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Who else has this</h1>
            <p className="quiet">
              In all wikis of “{assignment.title}”: equal passages, and passages of which some words were
              changed. That two have the same words says nothing of who had them first, or where from.
            </p>
          </div>
        </div>
        <AlikeForm
          key={passage}
          course={courseId}
          assignment={assignmentId}
          page={page}
          text={passage}
          longest={longestPassage}
        />
        {found && (
          <section aria-label="Results" className="search-results">
            <p role="status">
              {found.isTooShort
                ? `A passage of ${counted(found.words, "word")} is too short to be told from chance: it needs ${shortestPassage}.`
                : found.pages.length === 0
                  ? "No other page that you can read has it, or much of it."
                  : `${counted(found.pages.length, "page")} with words of it, the most first.`}
            </p>
            <ol className="hits">
              {found.pages.map((each) => (
                <Alike
                  key={each.pageId}
                  course={courseId}
                  alike={each}
                  of={found.words}
                  when={(at) => shortMoment(at, course.timeZone, ctx.now)}
                />
              ))}
            </ol>
          </section>
        )}
      </div>
    </Frame>
  );
}

/** Entries that are named of a page; what wrote less is left out. */
const mostEntries = 3;

function Alike({
  course,
  alike: { pageId, title, wiki, words, text, written },
  of,
  when,
}: {
  course: string;
  alike: AlikeDto;
  of: number;
  when: (at: Date) => string;
}) {
  const find = text
    .filter(({ isFound }) => isFound)
    .map((piece) => piece.text)
    .join(" ");
  return (
    <li>
      <p>
        <Link href={`${paths.page(course, pageId)}?${new URLSearchParams({ find: `${shortened(find)} ` })}`}>
          {title}
        </Link>{" "}
        <span className="quiet">
          {wiki}; {words} of {counted(of, "word")}
        </span>
      </p>
      <p className="hit-text">
        <span className="excerpt">
          {text.map((piece, index) =>
            piece.isFound ? <mark key={index}>{piece.text}</mark> : <span key={index}>{piece.text}</span>,
          )}
        </span>
      </p>
      <p className="quiet">
        Written by{" "}
        {written.slice(0, mostEntries).map(({ pageId: on, number, author, at, words: own }, index) => (
          <span key={`${on} ${number}`}>
            {index > 0 && "; "}
            {author ?? "nobody (starter text)"} in{" "}
            <Link href={paths.entry(course, on, number)}>entry {number}</Link>, {when(at)} (
            {counted(own, "word")})
          </span>
        ))}
      </p>
    </li>
  );
}

/** As many of the words as a query takes, so that they are marked on the page. */
function shortened(text: string): string {
  return text.split(/\s+/).slice(0, 10).join(" ");
}
