import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { compareStates, sinceLastVisit, statesOf, type StepDto } from "@/data/ledger/states";
import { markedStates } from "@/data/kept/read";
import { findPage } from "@/data/pages/read";
import { Author } from "@/ui/authors/AuthorMark";
import { wikiLinks } from "@/ui/document/reading";
import { ComparedView, ComparisonKey, type Doer } from "@/ui/ledger/ComparedView";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { ChangeSteps } from "./_parts/ChangeSteps";

export const metadata: Metadata = { title: "What changed" };

/** Any two states of a page: what came, went and moved between them, and who was at work. */
export default async function ComparePage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/compare">) {
  const { course, page: pageId } = await params;
  const asked = await searchParams;
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const states = page && (await statesOf(ctx, course, pageId));
  if (!page || !states) notFound();
  const { wiki } = page;
  const newest = states.at(-1)?.number ?? 0;
  const seen = await sinceLastVisit(ctx, course, states);
  const to = numberIn(asked.to, 1, newest) ?? newest;
  const from = numberIn(asked.from, 0, to - 1) ?? (seen !== null && seen < to ? seen : Math.max(0, to - 1));
  const compared = await compareStates(ctx, course, pageId, from, to);
  const isBeside = asked.beside === "1";
  const doneBy = (rev: number): Doer | null => {
    const step = compared?.doneBy.get(rev);
    return step
      ? {
          mark: wiki.members.find(({ id }) => id === step.authorId)?.mark ?? null,
          told: `${step.author ?? "Starter text"}, entry ${step.number}, ${moment(step.at, wiki.timeZone, ctx.now)}`,
        }
      : null;
  };
  const { due, cutOff } = await markedStates(ctx, course, pageId, states);
  const told = (step: StepDto) =>
    `${stateName(step, wiki.timeZone, ctx.now)}${step.number === cutOff ? ", as at the cut-off" : step.number === due ? ", as at the due time" : ""}`;
  const authors = compared?.authors ?? [];
  const shortcuts = [
    ...(seen !== null ? [{ name: "Since I was last here", from: seen, to: newest }] : []),
    { name: "The newest entry", from: Math.max(0, newest - 1), to: newest },
    ...(due !== null && due < newest && due !== cutOff
      ? [{ name: "Since the due time", from: due, to: newest }]
      : []),
    ...(cutOff !== null && cutOff < newest ? [{ name: "Since the cut-off", from: cutOff, to: newest }] : []),
    ...(cutOff !== null ? [{ name: "Up to the cut-off", from: 0, to: cutOff }] : []),
    { name: "From the beginning", from: 0, to: newest },
  ];
  return (
    <Frame ctx={ctx} trail={pageTrail(wiki, pageId)}>
      <div className={isBeside ? "desk" : "desk entry-desk"}>
        <div className="title-line">
          <div>
            <h1>What changed on “{page.title}”</h1>
            <p className="quiet">
              {counted(to - from, "entry", "entries")}
              {authors.length > 0 && (
                <>
                  {" "}
                  by{" "}
                  {authors.map((step, at) => (
                    <span key={step.authorId}>
                      {at > 0 && ", "}
                      {step.author ? (
                        <Author
                          name={step.author}
                          mark={wiki.members.find(({ id }) => id === step.authorId)?.mark ?? null}
                        />
                      ) : (
                        "starter text"
                      )}
                    </span>
                  ))}
                </>
              )}
            </p>
          </div>
          <div className="actions">
            <LinkButton href={paths.ledger(course, pageId)} variant="text">
              Ledger
            </LinkButton>
            <LinkButton href={paths.page(course, pageId)} variant="outlined">
              Back to the page
            </LinkButton>
          </div>
        </div>
        <nav className="period-choice" aria-label="What is compared">
          {shortcuts.map((each) => (
            <Link
              key={each.name}
              href={`${paths.compare(course, pageId, each.from, each.to)}${isBeside ? "&beside=1" : ""}`}
              {...(each.from === from && each.to === to ? { "aria-current": "true" as const } : {})}
            >
              {each.name}
            </Link>
          ))}
        </nav>
        <form className="table-tools compare-tools" method="get">
          {states.length > mostToChoose ? (
            <>
              <label className="plain-label">
                From entry{" "}
                <input
                  type="number"
                  name="from"
                  className="plain-select"
                  key={`from${from}`}
                  defaultValue={from}
                  min={0}
                  max={newest - 1}
                  aria-describedby="first-state"
                />
              </label>
              <label className="plain-label">
                to entry{" "}
                <input
                  type="number"
                  name="to"
                  className="plain-select"
                  key={`to${to}`}
                  defaultValue={to}
                  min={1}
                  max={newest}
                />
              </label>
              <span className="quiet" id="first-state">
                0: before there was anything
              </span>
            </>
          ) : (
            <>
              <label className="plain-label">
                From{" "}
                <select name="from" className="plain-select wide" key={`from${from}`} defaultValue={from}>
                  <option value={0}>before there was anything</option>
                  {states.map((step) => (
                    <option key={step.number} value={step.number}>
                      {told(step)}
                    </option>
                  ))}
                </select>
              </label>
              <label className="plain-label">
                to{" "}
                <select name="to" className="plain-select wide" key={`to${to}`} defaultValue={to}>
                  {[...states].reverse().map((step) => (
                    <option key={step.number} value={step.number}>
                      {told(step)}
                    </option>
                  ))}
                </select>
              </label>
            </>
          )}
          <label className="plain-label">
            <input
              type="checkbox"
              name="beside"
              value="1"
              key={`beside${isBeside}`}
              defaultChecked={isBeside}
            />{" "}
            beside each other
          </label>
          <button type="submit" className="plain-button">
            Compare
          </button>
        </form>
        {compared === null ? (
          <p className="notice">There are no two such states: the first has to lie before the second.</p>
        ) : (
          <>
            <div className="paper entry-facts">
              <ComparisonKey />
              <ChangeSteps
                key={`${from} ${to}`}
                count={compared.blocks.filter(({ state }) => state !== "same").length}
              />
            </div>
            <article className="sheet compared-sheet">
              <ComparedView
                blocks={compared.blocks}
                links={wikiLinks(course, wiki.wikiId, wiki, compared.files)}
                isBeside={isBeside}
                {...(compared.doneBy.size > 0 ? { doneBy } : {})}
              />
            </article>
          </>
        )}
      </div>
    </Frame>
  );
}

/** Of more entries than this nobody chooses from a list: they are named by their numbers. */
const mostToChoose = 400;

function stateName({ number, at, author }: StepDto, zone: string, now: Date): string {
  return `entry ${number}, ${moment(at, zone, now)}, ${author ?? "starter text"}`;
}

/** A whole number between two bounds (included); null for anything else. */
function numberIn(asked: unknown, least: number, most: number): number | null {
  const number = typeof asked === "string" && /^\d{1,9}$/.test(asked) ? Number(asked) : NaN;
  return number >= least && number <= most ? number : null;
}
