import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { isInstructor } from "@/data/access/read";
import { newestArchive } from "@/data/marks/leaving";
import { loadAssessment } from "@/data/marks/load";
import { assessPlace } from "@/data/marks/place";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";
import { askForDocuments, archiveProgress } from "./actions";
import { ArchiveButton } from "./_parts/ArchiveButton";

export const metadata: Metadata = { title: "A document for each student" };

/** Each student's assessment as a document that stands by itself; one by one, or all in one archive. */
export default async function DocumentsPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/marks/documents">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const place = (await isInstructor(ctx, course)) ? await assessPlace(ctx, course, assignment) : null;
  if (!place) notFound();
  const [{ groups }, archive] = await Promise.all([
    loadAssessment(ctx, place),
    newestArchive(ctx, course, assignment),
  ]);
  const marked = groups
    .map(({ wiki, members }) => ({ wiki, members: members.filter(({ held }) => held.mark !== null) }))
    .filter(({ members }) => members.length > 0);
  const count = marked.reduce((sum, { members }) => sum + members.length, 0);
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, course, assignment)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>A document for each student</h1>
            <p className="quiet">
              One HTML file a student with their mark, its working, criteria, what is shown of the evidence,
              and feedback. It needs nothing else to be read, now or in ten years.
            </p>
          </div>
          <LinkButton href={paths.marks(course, assignment)} variant="outlined">
            Marks of the class
          </LinkButton>
        </div>
        {count === 0 ? (
          <p className="notice">Nobody has a mark yet.</p>
        ) : (
          <>
            <ArchiveButton
              archive={
                archive && {
                  id: archive.id,
                  made: archive.made,
                  wanted: archive.wanted,
                  isDone: archive.doneAt !== null,
                  failed: archive.failed,
                  told: momentAndDistance(archive.at, place.timeZone, ctx.now),
                }
              }
              count={counted(count, "document")}
              base={paths.markDocuments(course, assignment)}
              ask={askForDocuments.bind(null, course, assignment)}
              progress={archiveProgress.bind(null, course, assignment)}
              isReadOnly={place.isArchived}
            />
            <div className="scroll-x">
              <table className="ledger">
                <thead>
                  <tr>
                    <th scope="col">Group</th>
                    <th scope="col">Documents</th>
                  </tr>
                </thead>
                <tbody>
                  {marked.map(({ wiki, members }) => (
                    <tr key={wiki.id}>
                      <th scope="row">{wiki.name}</th>
                      <td>
                        {members.map(({ member }, at) => (
                          <span key={member.id}>
                            {at > 0 && ", "}
                            <a href={paths.markDocument(course, assignment, wiki.id, member.id)} download>
                              {member.name}
                            </a>
                          </span>
                        ))}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          </>
        )}
      </div>
    </Frame>
  );
}
