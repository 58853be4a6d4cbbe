import { findEvidence } from "@/data/review/evidence";
import { findGroup } from "@/data/review/group";
import { findWork } from "@/data/marks/desk";
import type { Context } from "@/data/session/context";
import { id } from "@/core/text/id";
import { figureNames } from "@/core/credit/figure-table";
import * as z from "zod";
import { DocumentView } from "@/ui/document/DocumentView";
import type { LinkTargets } from "@/ui/document/reading";
import { Link } from "@/ui/frame/Link";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { EvidencePanel } from "../../../review/_parts/EvidencePanel";
import { FindingList } from "../../../review/_parts/FindingList";
import { periodAsked } from "../../../review/_parts/period-asked";
import { toldFindings } from "../../../review/_parts/told";
import { GroupTalk } from "../../../review/[wiki]/_parts/GroupTalk";
import { MembersTable } from "../../../review/[wiki]/_parts/MembersTable";
import type { WorkPlace } from "./place";
import { WorkHead } from "./WorkHead";

const opened = z.object({ person: id, figure: z.enum(figureNames) });

/**
 * The work of a group as a stack of sheets: its pages as they count, its members compared, what was noticed
 * and said.
 */
export async function GroupWork({ ctx, place }: { readonly ctx: Context; readonly place: WorkPlace }) {
  const { course, assignment, wiki, period, asked, zone, now } = place;
  const figure = opened.safeParse(asked);
  const [group, work, evidence] = await Promise.all([
    findGroup(ctx, course, wiki, period),
    findWork(ctx, course, wiki),
    figure.success ? findEvidence(ctx, course, wiki, figure.data.person, figure.data.figure, period) : null,
  ]);
  if (!group || !work) return null;
  const members = group.members.map(({ member }) => member);
  const links: LinkTargets = {
    pages: work.pages,
    pageHref: (page) => `#page-${page}`,
    startHref: null,
    files: work.files,
    fileHref: (file, width) => paths.file(course, file, width),
  };
  const href = (more: Record<string, string>) =>
    paths.assess(course, assignment, wiki, { ...periodAsked(period), ...more });
  const open = group.findings.filter(({ dismissed }) => !dismissed);
  return (
    <>
      <WorkHead
        place={place}
        cutOffAt={group.cutOffAt}
        person={null}
        parts={[
          ...work.pages.map(({ id: page, title }) => ({ id: `page-${page}`, label: title })),
          { id: "figures", label: "Figures" },
          { id: "found", label: `To ask about (${open.length})` },
          { id: "talk", label: `Said (${group.remarks})` },
        ]}
      />
      {work.pages.length === 0 && <p className="notice">There is no page that counts.</p>}
      {work.pages.map((page) => (
        <article
          key={page.id}
          id={`page-${page.id}`}
          className="sheet work-sheet"
          data-work-page={page.id}
          data-entry={page.number}
        >
          <header className="sheet-head">
            <div>
              <h2>{page.title}</h2>
              <p className="saved">
                {page.by ?? "Starter text"}, {moment(page.at, zone, now)}.{" "}
                <Link href={paths.entry(course, page.id, page.number)}>Entry {page.number}</Link>,{" "}
                <Link href={paths.who(course, page.id, page.number)}>who wrote what</Link>
                {page.later > 0 && (
                  <>
                    ; {counted(page.later, "later entry", "later entries")} do not count:{" "}
                    <Link href={paths.compare(course, page.id, page.number, page.number + page.later)}>
                      what they changed
                    </Link>
                  </>
                )}
              </p>
            </div>
          </header>
          <DocumentView document={page.document} links={links} />
        </article>
      ))}
      <section id="figures" className="work-part">
        <h2>The members compared</h2>
        {evidence && (
          <EvidencePanel
            evidence={evidence}
            courseId={course}
            zone={zone}
            now={now}
            close={
              <LinkButton
                href={href({})}
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
        <MembersTable
          group={group}
          courseId={course}
          href={(person, name) => href({ person, figure: name })}
          statementHref={(person) => paths.assess(course, assignment, wiki, { of: person })}
          open={figure.success ? figure.data : null}
          isAtCutOff={period.eachAt === "cut-off"}
          zone={zone}
          now={now}
        />
      </section>
      <section id="found" className="work-part">
        <h2>What to ask about</h2>
        <FindingList
          courseId={course}
          wikiId={wiki}
          findings={toldFindings(group.findings, members, group.pages, zone)}
          zone={zone}
          now={now}
        />
      </section>
      <section id="talk" className="work-part">
        <h2>What they said</h2>
        <GroupTalk group={group} now={now} />
      </section>
    </>
  );
}
