import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { runsCourse } from "@/core/access/role";
import { findCourse } from "@/data/courses/read";
import type { AnyHit, SearchFound } from "@/data/search/dto";
import { searchChoices } from "@/data/search/choices";
import { search } from "@/data/search/read";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { Link } from "@/ui/frame/Link";
import { Instead } from "@/ui/search/Instead";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { Hit } from "./_parts/Hit";
import { SearchForm } from "./_parts/SearchForm";
import { asAddress, narrowingOf, readAsked, type SearchAsked } from "./asked";

export const metadata: Metadata = { title: "Search" };

/** Of each kind so many are shown. */
const most = 50;

export default async function SearchPage({ params, searchParams }: PageProps<"/courses/[course]/search">) {
  const { course: courseId } = await params;
  const asked = readAsked(await searchParams);
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course) notFound();
  const isAsked = asked.q.trim() !== "" || asked.tag !== null;
  const [found, choices] = await Promise.all([
    isAsked ? search(ctx, courseId, asked.q, narrowingOf(asked, ctx.now), { most, isTyped: false }) : null,
    searchChoices(ctx, courseId),
  ]);
  const kinds = [
    { value: "page", label: "Pages" },
    { value: "comment", label: "Comments" },
    { value: "file", label: "Files" },
    { value: "assignment", label: "Assignments" },
    ...(runsCourse(course.role) ? [{ value: "person", label: "People" }] : []),
  ];
  return (
    <Frame
      ctx={ctx}
      trail={[
        ...(await courseTrail(ctx, courseId)),
        { label: "Search", href: paths.search(courseId, asAddress(asked)) },
      ]}
    >
      <div className="desk">
        <div className="title-line">
          <h1>Search</h1>
        </div>
        <SearchForm
          course={courseId}
          fields={{
            q: asked.q,
            wiki: asked.wiki ?? "",
            by: asked.by ?? "",
            kind: asked.kind ?? "",
            tag: asked.tag ?? "",
            since: asked.since ?? "",
            past: asked.past ?? "",
          }}
          options={{
            wiki: choices.wikis.map(({ id, name, assignment }) => ({
              value: id,
              label: `${name}, ${assignment}`,
            })),
            by: choices.authors.map(({ id, name }) => ({ value: id, label: name })),
            kind: kinds,
            tag: choices.tags.map((tag) => ({ value: tag, label: tag })),
          }}
        />
        {found ? (
          <Results course={courseId} asked={asked} found={found} zone={course.timeZone} now={ctx.now} />
        ) : (
          <p className="quiet search-hint">
            Words are found in any order and in their other forms, without regard to capitals and accents. Put
            words that stand in a line between quotation marks, and a “-” in front of a word that must not be
            there.
          </p>
        )}
      </div>
    </Frame>
  );
}

function Results({
  course,
  asked,
  found,
  zone,
  now,
}: {
  course: string;
  asked: SearchAsked;
  found: SearchFound;
  zone: string;
  now: Date;
}) {
  const { pages, past, comments, files, people, assignments, wikis } = found;
  const groups: { key: string; title: string; about: string; hits: readonly AnyHit[] }[] = [
    ...wikis.map(({ id, name, assignment }) => ({
      key: id,
      title: name,
      about: assignment,
      hits: [...pages, ...past, ...comments, ...files].filter(({ wikiId }) => wikiId === id),
    })),
    {
      key: "course",
      title: "In the course",
      about: "",
      hits: [...assignments, ...people, ...files.filter(({ wikiId }) => wikiId === null)],
    },
  ].filter(({ hits }) => hits.length > 0);
  const counts = [
    found.pageCount > 0 ? counted(found.pageCount, "page") : null,
    past.length > 0 ? counted(past.length, "entry that took words off", "entries that took words off") : null,
    comments.length > 0 ? counted(comments.length, "comment") : null,
    files.length > 0 ? counted(files.length, "file") : null,
    people.length > 0 ? counted(people.length, "person", "people") : null,
    assignments.length > 0 ? counted(assignments.length, "assignment") : null,
  ].filter((each) => each !== null);
  return (
    <section aria-label="Results" className="search-results">
      <p role="status">
        {counts.length > 0 ? `${counts.join(", ")}.` : "Nothing that you can read has these words."}
        {found.pageCount > pages.length && ` Shown are the ${pages.length} pages that fit best.`}
        {found.isCut && " The query was longer than what is looked for: its end was left out."}
      </p>
      <Instead found={found} />
      {counts.length === 0 && asked.past === null && (
        <p>
          <Link href={paths.search(course, { ...asAddress(asked), past: "1" })}>
            Look in removed text and earlier entries
          </Link>
        </p>
      )}
      {groups.map(({ key, title, about, hits }) => (
        <section key={key} aria-labelledby={`found-${key}`}>
          <h2 id={`found-${key}`}>
            {title} {about && <span className="quiet">{about}</span>}
          </h2>
          <ol className="hits">
            {hits.map((hit, index) => (
              <Hit key={index} course={course} hit={hit} find={found.find} zone={zone} now={now} />
            ))}
          </ol>
        </section>
      ))}
    </section>
  );
}
