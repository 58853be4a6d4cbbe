import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { statesOf, whoWroteWhat, type WroteDto } from "@/data/ledger/states";
import { markedStates } from "@/data/kept/read";
import { findPage } from "@/data/pages/read";
import { authorColor, AuthorMark, Joined } from "@/ui/authors/AuthorMark";
import { GrowthChart } from "@/ui/charts/GrowthChart";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView } from "@/ui/ledger/ComparedView";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { PlayBack } from "./_parts/PlayBack";

export const metadata: Metadata = { title: "Who wrote what" };

/**
 * A page with the author of each of its words, as it stands or as it stood; how it grew is played back above
 * it.
 */
export default async function WhoPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/who">) {
  const { course, page: pageId } = await params;
  const asked = (await searchParams).at;
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const states = page && (await statesOf(ctx, course, pageId));
  const newest = states?.at(-1)?.number ?? 0;
  const number =
    typeof asked === "string" && /^\d{1,9}$/.test(asked)
      ? Math.min(newest, Math.max(1, Number(asked)))
      : newest;
  const shown = page && (await whoWroteWhat(ctx, course, pageId, number));
  if (!page || !states || !shown) notFound();
  const { wiki } = page;
  const { cutOff } = await markedStates(ctx, course, pageId, states);
  const markOf = (author: string | null) => wiki.members.find(({ id }) => id === author)?.mark ?? null;
  const ids = [
    "",
    ...new Set(shown.growth.flatMap(({ words }) => Object.keys(words)).filter((id) => id !== "")),
  ].filter((id) => shown.growth.some(({ words }) => (words[id] ?? 0) > 0));
  const nameOf = (id: string) =>
    id === ""
      ? "Starter text"
      : ([...shown.wrote.values(), ...states].find(({ authorId }) => authorId === id)?.author ?? "Somebody");
  const name = (step: { number: number; at: Date; author: string | null }) =>
    `entry ${step.number}, ${moment(step.at, wiki.timeZone, ctx.now)}, ${step.author ?? "starter text"}`;
  const draw = (rev: number, text: React.ReactNode) => {
    const by = shown.wrote.get(rev);
    return by ? (
      <Written by={by} mark={markOf(by.authorId)} course={course} told={name(by)}>
        {text}
      </Written>
    ) : (
      text
    );
  };
  const here = states.find((step) => step.number === number)!;
  return (
    <Frame ctx={ctx} trail={pageTrail(wiki, pageId)}>
      <div className="desk entry-desk">
        <div className="title-line">
          <div>
            <h1>Who wrote “{page.title}”</h1>
            <p className="quiet">
              {number === newest
                ? "As it stands"
                : `As it stood ${number === cutOff ? "at the cut-off, " : ""}after ${name(here)}`}
              . Each stretch carries its author’s mark, and leads to the entry that wrote it.
            </p>
          </div>
          <LinkButton href={paths.page(course, pageId)} variant="outlined">
            Back to the page
          </LinkButton>
        </div>
        <div className="paper group-growth">
          <GrowthChart
            points={shown.growth.map(({ at, words }) => ({
              at: at.getTime(),
              words: ids.map((id) => words[id] ?? 0),
            }))}
            layers={ids.map((id) => ({ name: nameOf(id), mark: markOf(id) }))}
            ticks={states.flatMap(({ at, authorId }) =>
              authorId === null ? [] : [{ at: at.getTime(), mark: markOf(authorId) }],
            )}
            from={states[0]!.at.getTime()}
            to={ctx.now.getTime()}
            dueAt={wiki.dueAt.getTime()}
            zone={wiki.timeZone}
            now={ctx.now}
            column="narrow"
          />
          <PlayBack
            courseId={course}
            pageId={pageId}
            at={number}
            newest={newest}
            names={states.map(
              (step) => `${name(step)}${step.number === cutOff ? ", as at the cut-off" : ""}`,
            )}
          />
          {cutOff !== null && number !== cutOff && (
            <p className="period-note">
              <Link href={paths.who(course, pageId, cutOff)}>As at the cut-off</Link>
            </p>
          )}
        </div>
        <article className="sheet who-sheet">
          <ComparedView
            blocks={shown.blocks}
            links={wikiLinks(course, wiki.wikiId, wiki, shown.files)}
            drawEntry={draw}
          />
        </article>
      </div>
    </Frame>
  );
}

/** A stretch that one entry wrote: underlined in its author's colour, with their mark before it. */
function Written({
  by,
  mark,
  course,
  told,
  children,
}: {
  by: WroteDto;
  mark: number | null;
  course: string;
  told: string;
  children: React.ReactNode;
}) {
  if (by.authorId === null)
    return (
      <span className="written nobody" title={told}>
        {children}
      </span>
    );
  return (
    <span className="written" style={{ borderBottomColor: authorColor(mark) }}>
      <Joined>
        <Link href={paths.entry(course, by.pageId, by.number)} title={told} aria-label={`Written by ${told}`}>
          <AuthorMark mark={mark} />
        </Link>
      </Joined>
      {children}
    </span>
  );
}
