import { id } from "@/core/text/id";
import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import * as z from "zod";
import { daysLater, wallClockAt } from "@/core/time/zone";
import { accessLog } from "@/data/access/log";
import { moreTime } from "@/data/access/more-time";
import { accessSheet } from "@/data/access/sheet";
import { paths } from "@/ui/paths";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { AccessSheet } from "./_parts/AccessSheet";
import { logLines } from "./_parts/log-lines";
import { MemberPowers } from "./_parts/MemberPowers";
import { MoreTime } from "./_parts/MoreTime";
import { ViewChooser } from "./_parts/ViewChooser";

export const metadata: Metadata = { title: "Access" };

const asked = z.object({ wiki: id.optional(), page: z.string().max(200).optional() });

/**
 * Who may do what in an assignment: one wiki's pages against its people, or one page of every wiki against
 * groups.
 */
export default async function AccessPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/access">) {
  const { course, assignment } = await params;
  const parsed = asked.safeParse(await searchParams);
  const { wiki, page } = parsed.success ? parsed.data : {};
  const ctx = await signedIn();
  const view = wiki ? { wiki } : page !== undefined ? { title: page } : null;
  const sheet = await accessSheet(ctx, course, assignment, view);
  const log = sheet && (await accessLog(ctx, course, assignment));
  const choices = sheet && (await moreTime(ctx, course, assignment));
  if (!sheet || !log || !choices) notFound();
  const { dueAt, closesAtDue, title } = sheet.assignment;
  const shownWiki = wiki ?? (page === undefined ? sheet.wikis[0]?.id : undefined);
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, course, assignment, paths.access)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>Access</h1>
            <p className="quiet">
              {title}: {closesAtDue ? "writing closes" : "due"}{" "}
              {momentAndDistance(dueAt, sheet.timeZone, ctx.now)}. The narrower place wins, then the narrower
              group of people, then what was set later. Instructors may do everything.
            </p>
          </div>
          {shownWiki && (
            <LinkButton href={paths.wiki(course, shownWiki)} variant="outlined">
              Open the wiki
            </LinkButton>
          )}
        </div>
        {sheet.wikis.length === 0 ? (
          <p className="notice">
            There are no wikis yet whose access could be set.{" "}
            <Link href={paths.assignment(course, assignment)}>Back to the assignment</Link>
          </p>
        ) : (
          <>
            <ViewChooser
              courseId={course}
              assignmentId={assignment}
              wikis={sheet.wikis}
              titles={sheet.titles}
              wiki={shownWiki ?? null}
              title={page ?? null}
            />
            {page !== undefined && !sheet.rows.some(({ scope }) => scope === "page") && (
              <p className="notice">No wiki has a page with this title.</p>
            )}
            <AccessSheet
              key={shownWiki ?? `page ${page}`}
              courseId={course}
              sheet={sheet}
              log={logLines(log, title, sheet.timeZone, ctx.now)}
              now={ctx.now}
            />
            <MemberPowers
              key={sheet.assignment.membersMay.join()}
              courseId={course}
              assignmentId={assignment}
              given={sheet.assignment.membersMay}
            />
            <MoreTime
              courseId={course}
              assignmentId={assignment}
              choices={choices}
              suggested={wallClockAt(
                daysLater(dueAt > ctx.now ? dueAt : ctx.now, 7, sheet.timeZone),
                sheet.timeZone,
              )}
              zone={sheet.timeZone}
              now={ctx.now}
            />
          </>
        )}
      </div>
    </Frame>
  );
}
