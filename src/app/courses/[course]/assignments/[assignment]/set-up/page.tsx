import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { mustMend } from "@/core/assignment/check";
import { readableWikis } from "@/data/assignments/read";
import { findOffers } from "@/data/assignments/offers";
import { findSetUp } from "@/data/assignments/set-up";
import { findCourse } from "@/data/courses/read";
import { groupSets } from "@/data/groups/read";
import { countPeople } from "@/data/people/write";
import { wallClockAt } from "@/core/time/zone";
import { RemoveForm } from "@/ui/bin/RemoveForm";
import { toBin } from "../../../../bin-actions";
import { counted } from "@/ui/words/counts";
import { paths } from "@/ui/paths";
import { setUpFinding } from "@/ui/words/problems";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { AssignmentForm } from "../../_parts/AssignmentForm";
import { setChoices } from "../../_parts/choices";
import { starterFiles } from "../../_parts/starter-files";
import { bringIn, saveAssignment } from "../../actions";
import { Offers } from "./Offers";

export const metadata: Metadata = { title: "Set up the assignment" };

export default async function SetUpPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/set-up">) {
  const { course: courseId, assignment: assignmentId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const setUp = course && (await findSetUp(ctx, courseId, assignmentId));
  if (!course || !setUp) notFound();
  const wikis = await readableWikis(ctx, courseId, assignmentId);
  const offers = setUp.publishedAt ? await findOffers(ctx, courseId, assignmentId) : [];
  const { publishedAt, findings, input } = setUp;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignmentId)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Set up {input.title}</h1>
            <p className="quiet">
              {publishedAt
                ? `Published ${momentAndDistance(publishedAt, course.timeZone, ctx.now)}. What you change holds from when you save it.`
                : "Being prepared: students see nothing of it yet."}
            </p>
          </div>
          {publishedAt && (
            <LinkButton href={paths.assignment(courseId, assignmentId)} variant="outlined">
              Back to the assignment
            </LinkButton>
          )}
        </div>
        {findings.length > 0 && (
          <section aria-labelledby="findings" style={{ marginBottom: 22 }}>
            <h2 id="findings">{publishedAt ? "Worth a look" : "Before it is published"}</h2>
            <ul className="to-mend">
              {findings.map((finding) => (
                <li key={finding.code} className={mustMend(finding) ? "must" : ""}>
                  {setUpFinding(finding)}
                </li>
              ))}
            </ul>
          </section>
        )}
        {offers.length > 0 && (
          <Offers offers={offers} courseId={courseId} bringIn={bringIn.bind(null, courseId, assignmentId)} />
        )}
        <AssignmentForm
          files={await starterFiles(ctx, courseId)}
          fields={input}
          students={(await countPeople(ctx, courseId)).student ?? 0}
          sets={setChoices(await groupSets(ctx, courseId))}
          zone={course.timeZone}
          now={wallClockAt(ctx.now, course.timeZone).slice(0, 16)}
          courseTitle={course.title}
          isPublished={publishedAt !== null}
          hasStarted={setUp.hasStarted}
          wikis={{ count: wikis.length, entries: wikis.reduce((sum, wiki) => sum + wiki.entries, 0) }}
          state={setUp.state}
          save={saveAssignment.bind(null, courseId, assignmentId)}
        />
        <section className="form-part" aria-labelledby="more">
          <div>
            <h2 id="more">Copy or remove</h2>
            <p>A copy is there to be looked over, and is not published.</p>
          </div>
          <div className="fields">
            <div>
              <LinkButton href={paths.copyAssignment(courseId, assignmentId)} variant="outlined">
                Copy this assignment
              </LinkButton>
            </div>
            <RemoveForm
              what="assignment"
              name={input.title}
              about={`With it ${wikis.length === 1 ? "goes its wiki" : `go its ${counted(wikis.length, "wiki")}`}; students see nothing of it any more.`}
              remove={toBin.bind(null, courseId, { kind: "assignment", id: assignmentId })}
            />
          </div>
        </section>
      </div>
    </Frame>
  );
}
