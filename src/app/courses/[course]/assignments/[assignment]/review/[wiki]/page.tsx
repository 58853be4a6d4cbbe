import { id } from "@/core/text/id";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { isInstructor } from "@/data/access/read";
import { feedbackOn } from "@/data/review/feedback";
import * as z from "zod";
import { figureNames } from "@/core/credit/figure-table";
import { dayLength } from "@/core/time/lengths";
import { findAssignment, wikiNames } from "@/data/assignments/read";
import { findEvidence } from "@/data/review/evidence";
import { findBuiltOn } from "@/data/review/built-on";
import { isMet } from "@/core/assignment/expected";
import { findGroup, type GroupDto } from "@/data/review/group";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { counted, percent } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { PinHere } from "../../../../_parts/PinHere";
import { reviewTrail } from "@/app/_parts/trail";
import { GrowthChart } from "@/ui/charts/GrowthChart";
import { LinkButton } from "@/ui/forms/LinkButton";
import { Feedback } from "../../_parts/Feedback";
import { EvidencePanel } from "../_parts/EvidencePanel";
import { FindingList } from "../_parts/FindingList";
import { OpenWiki } from "../_parts/OpenWiki";
import { periodOf } from "../_parts/period";
import { periodAsked } from "../_parts/period-asked";
import { PeriodChoice } from "../_parts/PeriodChoice";
import { toldFindings } from "../_parts/told";
import { BuiltOnPanel } from "./_parts/BuiltOnPanel";
import { BuiltOnTable } from "./_parts/BuiltOnTable";
import { ExpectedTable } from "./_parts/ExpectedTable";
import { GroupTalk } from "./_parts/GroupTalk";
import { MembersTable } from "./_parts/MembersTable";
import { PagesTable } from "./_parts/PagesTable";
import { layersOf } from "./_parts/layers";

export const metadata: Metadata = { title: "Review of a group" };

const opened = z.object({ person: id, figure: z.enum(figureNames) });

/** What is expected is asked about once it is nearly due: until then it is said that it is not there yet. */
function notMetYet({ expected }: GroupDto): string | null {
  if (!expected) return null;
  const [ofWiki, ofMembers] = [expected.ofWiki, expected.ofMembers.flat()].map(
    (mets) => mets.filter((met) => !isMet(met)).length,
  );
  if (!ofWiki && !ofMembers) return null;
  const parts = [
    ...(ofWiki ? [`${counted(ofWiki, "thing")} expected of the wiki`] : []),
    ...(ofMembers ? [`${counted(ofMembers, "thing")} expected of its members`] : []),
  ];
  return `Nothing was noticed so far. ${parts.join(" and ")} ${(ofWiki ?? 0) + (ofMembers ?? 0) === 1 ? "is" : "are"} not there yet: see below.`;
}

const openedPair = z.object({ by: id, on: id });

/**
 * A group: how its text grew, its members compared, who built on whom, who wrote where, and what was found.
 */
export default async function GroupReviewPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/review/[wiki]">) {
  const { course, assignment, wiki } = await params;
  const asked = await searchParams;
  const ctx = await signedIn();
  const period = periodOf(asked, {
    cutOffAt: (await findAssignment(ctx, course, assignment))?.cutOffAt ?? null,
    now: ctx.now,
  });
  const group = await findGroup(ctx, course, wiki, period);
  const wikis = group && (await wikiNames(ctx, course, assignment));
  const at = wikis?.findIndex(({ id }) => id === wiki) ?? -1;
  if (!group || !wikis || at < 0) notFound();
  const figure = opened.safeParse(asked);
  const evidence = figure.success
    ? await findEvidence(ctx, course, wiki, figure.data.person, figure.data.figure, period)
    : null;
  const pair = openedPair.safeParse(asked);
  const builtOn = pair.success
    ? await findBuiltOn(ctx, course, wiki, pair.data.by, pair.data.on, period)
    : null;
  const { timeZone: zone } = group;
  const kept = periodAsked(period);
  const href = (more: Record<string, string>) => paths.reviewGroup(course, assignment, wiki, more);
  const members = group.members.map(({ member }) => member);
  const feedback = (await feedbackOn(ctx, course, wiki, null)) ?? [];
  const toTell = [
    { label: group.name, wikiId: wiki, personId: null },
    ...members.map(({ id, name }) => ({ label: `${name} alone`, wikiId: wiki, personId: id })),
    ...((await isInstructor(ctx, course)) ? [{ label: "all groups", wikiId: null, personId: null }] : []),
  ];
  const { order, layers } = layersOf(group);
  const firstAt = group.growth[0]?.at ?? group.opensAt.getTime();
  const from = period.from?.getTime() ?? Math.max(group.opensAt.getTime(), firstAt - dayLength);
  const until = period.until?.getTime() ?? ctx.now.getTime();
  return (
    <Frame ctx={ctx} trail={await reviewTrail(ctx, course, assignment, wiki)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>{group.name}</h1>
            <p className="quiet">
              {counted(members.length, "member")}, <FigureLabel figure="balance">balance</FigureLabel>{" "}
              <a
                href="#where"
                aria-label={`Balance: ${percent(group.balance)}. Show the words that it is made of`}
              >
                {percent(group.balance)}
              </a>
              , {counted(group.remarks, "comment or answer", "comments and answers")}; due{" "}
              {momentAndDistance(group.dueAt, zone, ctx.now)}
            </p>
          </div>
          <div className="actions">
            {wikis[at - 1] && (
              <LinkButton
                href={paths.reviewGroup(course, assignment, wikis[at - 1]!.id, kept)}
                variant="text"
              >
                {wikis[at - 1]!.name}, before
              </LinkButton>
            )}
            {wikis[at + 1] && (
              <LinkButton
                href={paths.reviewGroup(course, assignment, wikis[at + 1]!.id, kept)}
                variant="text"
              >
                {wikis[at + 1]!.name}, next
              </LinkButton>
            )}
            <OpenWiki courseId={course} wikiId={wiki} period={period} />
            <LinkButton href={paths.assess(course, assignment, wiki)} variant="contained">
              Assess
            </LinkButton>
          </div>
        </div>
        <PeriodChoice
          period={period}
          dueAt={group.dueAt}
          cutOffAt={group.cutOffAt}
          linesDiffer={group.linesDiffer}
          zone={zone}
          now={ctx.now}
        />
        <div className="paper group-growth">
          <GrowthChart
            points={group.growth.map((point) => ({
              at: point.at,
              words: order.map((column) => point.words[column]!),
            }))}
            layers={layers}
            ticks={group.ticks.map(({ at: time, member }) => ({
              at: time,
              mark: member === null ? null : members[member]!.mark,
            }))}
            from={from}
            to={until}
            dueAt={group.dueAt.getTime()}
            closed={group.closed}
            zone={zone}
            now={ctx.now}
            choosesPeriod
          />
        </div>
        <div className="group-columns">
          <div>
            <MembersTable
              group={group}
              courseId={course}
              href={(person, name) => href({ ...kept, person, figure: name })}
              statementHref={(person) => paths.statement(course, assignment, wiki, person, kept)}
              open={figure.success ? figure.data : null}
              isAtCutOff={period.eachAt === "cut-off"}
              zone={zone}
              now={ctx.now}
            />
            <section className="section" aria-labelledby="where">
              <h2 id="where">Who wrote where</h2>
              <p className="quiet">Standing words on each page.</p>
              <PagesTable
                group={group}
                hrefOf={(id) =>
                  period.eachAt === "cut-off" ? paths.kept(course, wiki, id) : paths.page(course, id)
                }
              />
            </section>
            <section className="section" aria-labelledby="built">
              <h2 id="built">Who built on whom</h2>
              <p className="quiet">
                What each did with the words of each other, and what they said to each other.
              </p>
              <BuiltOnTable
                group={group}
                href={(by, on) => href({ ...kept, by, on })}
                open={pair.success ? pair.data : null}
              />
            </section>
            <section className="section" aria-labelledby="expected">
              <h2 id="expected">What is expected, and who has met it</h2>
              <ExpectedTable group={group} now={ctx.now} />
            </section>
            <section className="section" aria-labelledby="talk">
              <h2 id="talk">What they said</h2>
              <GroupTalk group={group} now={ctx.now} />
            </section>
            <section className="section" aria-labelledby="feedback">
              <h2 id="feedback">Feedback</h2>
              <Feedback
                courseId={course}
                assignmentId={assignment}
                told={feedback}
                viewerId={ctx.viewer.id}
                groupName={group.name}
                to={toTell}
                zone={zone}
                now={ctx.now}
              />
            </section>
          </div>
          <aside>
            {evidence && (
              <EvidencePanel
                evidence={evidence}
                courseId={course}
                zone={zone}
                now={ctx.now}
                pin={
                  evidence.member && (
                    <PinHere
                      courseId={course}
                      wikiId={wiki}
                      thing={{
                        kind: "figure",
                        personId: evidence.member.id,
                        figure: evidence.figure,
                        atCutOff: period.eachAt === "cut-off",
                      }}
                      personId={evidence.member.id}
                    />
                  )
                }
                close={
                  <LinkButton
                    href={href(kept)}
                    scroll={false}
                    size="small"
                    variant="text"
                    aria-label="Close the evidence"
                  >
                    Close
                  </LinkButton>
                }
              />
            )}
            {builtOn && (
              <BuiltOnPanel
                told={builtOn}
                courseId={course}
                zone={zone}
                now={ctx.now}
                close={
                  <LinkButton
                    href={href(kept)}
                    scroll={false}
                    size="small"
                    variant="text"
                    aria-label="Close the evidence"
                  >
                    Close
                  </LinkButton>
                }
              />
            )}
            <section aria-labelledby="found">
              <h2 id="found">What to ask about</h2>
              <FindingList
                pins
                courseId={course}
                wikiId={wiki}
                findings={toldFindings(group.findings, members, group.pages, zone)}
                waiting={notMetYet(group)}
                zone={zone}
                now={ctx.now}
              />
            </section>
            <p className="quiet" style={{ marginTop: 14 }}>
              <Link href={paths.review(course, assignment)}>All groups</Link>
            </p>
          </aside>
        </div>
      </div>
    </Frame>
  );
}
