import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { releaseReport } from "@/data/marks/report";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment, momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";
import { ObjectionThread } from "../../_parts/ObjectionThread";
import { callOff, releaseMarks, writeInThread } from "../actions";
import { CallOffButton } from "./_parts/CallOffButton";
import { ReleaseForm } from "./_parts/ReleaseForm";

export const metadata: Metadata = { title: "Release marks" };

/** What is open before marks are released, and the release itself; after it, what students object to. */
export default async function ReleasePage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/marks/release">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const report = await releaseReport(ctx, course, assignment);
  if (!report) notFound();
  const {
    all: { place },
    groups,
    releases,
    objections,
    unanswered,
    unreachable,
  } = report;
  const { timeZone: zone } = place;
  const open = objections.filter(({ outcome }) => outcome === null);
  const planned = releases.filter(({ doneAt, calledOffAt }) => !doneAt && !calledOffAt);
  const nameOf = new Map(groups.flatMap(({ ready }) => ready.map(({ id, name }) => [id, name])));
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, course, assignment)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Release marks</h1>
            <p className="quiet">
              “{place.title}”. Each student then sees their own mark with what it rests on, and nothing of
              anybody else’s. What they are shown is kept as they saw it.
            </p>
          </div>
          <LinkButton href={paths.marks(course, assignment)} variant="outlined">
            Marks of the class
          </LinkButton>
        </div>
        {(open.length > 0 || unanswered.length > 0) && (
          <p className="notice waits">
            <span>
              {open.length > 0 && (
                <>
                  <a href="#objections">{counted(open.length, "objection")}</a>{" "}
                  {open.length === 1 ? "waits" : "wait"} for an answer.{" "}
                </>
              )}
              {unanswered.map((each) => (
                <span key={`${each.wikiId} ${each.personId}`}>
                  <Link href={`${paths.statement(course, assignment, each.wikiId, each.personId)}#own-words`}>
                    {each.person}
                  </Link>{" "}
                  objected to the record, and has no answer yet.{" "}
                </span>
              ))}
            </span>
          </p>
        )}
        {planned.map(({ id, by, plannedFor, wikis }) => (
          <p key={id} className="notice">
            <span>
              {by} planned a release of {counted(wikis.length, "group")} for{" "}
              {momentAndDistance(plannedFor!, zone, ctx.now)}.{" "}
              <CallOffButton callOff={callOff.bind(null, course, id)} />
            </span>
          </p>
        ))}
        {place.isArchived ? (
          <p className="notice">The course is archived: no marks can be released.</p>
        ) : (
          <ReleaseForm
            groups={groups.map((group) => ({
              ...group,
              href: paths.assess(course, assignment, group.wikiId),
              hrefs: Object.fromEntries(
                group.noMark.map(({ id }) => [
                  id,
                  paths.assess(course, assignment, group.wikiId, { of: id }),
                ]),
              ),
            }))}
            unreachable={unreachable.map((id) => nameOf.get(id) ?? "")}
            release={releaseMarks.bind(null, course, assignment)}
          />
        )}
        <section className="section" aria-labelledby="objections">
          <h2 id="objections">Objections</h2>
          {objections.length === 0 ? (
            <p className="quiet">Nobody has objected to anything.</p>
          ) : (
            objections.map((each) => (
              <ObjectionThread
                key={each.id}
                objection={each}
                courseId={course}
                assignmentId={assignment}
                as="staff"
                viewerId={ctx.viewer.id}
                zone={zone}
                now={ctx.now}
                isReadOnly={place.isArchived}
                write={writeInThread.bind(null, course, assignment, each.id)}
              />
            ))
          )}
        </section>
        {releases.some(({ doneAt }) => doneAt) && (
          <section className="section" aria-labelledby="done">
            <h2 id="done">Released</h2>
            <ul className="plain-list">
              {releases
                .filter(({ doneAt }) => doneAt)
                .map(({ id, by, doneAt, wikis }) => (
                  <li key={id}>
                    {moment(doneAt!, zone, ctx.now)}, by {by}: {counted(wikis.length, "group")}
                  </li>
                ))}
            </ul>
          </section>
        )}
      </div>
    </Frame>
  );
}
