import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { readableWikis } from "@/data/assignments/read";
import { binOf } from "@/data/bin/read";
import { findCourse } from "@/data/courses/read";
import { BinList } from "@/ui/bin/BinList";
import { RemoveForm } from "@/ui/bin/RemoveForm";
import { CourseForm } from "@/ui/courses/CourseForm";
import { CheckChains } from "@/ui/ledger/CheckChains";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { coursePartTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { outOfBin, toBin } from "../../bin-actions";
import { checkWiki } from "../_parts/ledger-actions";
import { ArchiveButton } from "./ArchiveButton";
import { archive, saveCourse } from "./actions";

export const metadata: Metadata = { title: "Settings of the course" };

export default async function SettingsPage({ params }: PageProps<"/courses/[course]/settings">) {
  const { course: courseId } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  if (!course || !runsCourse(course.role)) notFound();
  const wikis = (await readableWikis(ctx, courseId)).map(({ id, name }) => ({ id, name }));
  const bin = (await binOf(ctx, courseId)) ?? [];
  const { title, term, timeZone, language, startsOn, endsOn, archivedAt } = course;
  return (
    <Frame ctx={ctx} trail={await coursePartTrail(ctx, courseId, "Settings")}>
      <div className="desk">
        <div className="title-line">
          <h1>Settings</h1>
        </div>
        <CourseForm
          fields={{ title, term, timeZone, language, startsOn, endsOn }}
          zones={Intl.supportedValuesOf("timeZone")}
          button="Save the settings"
          aboutDates="Another time zone changes how times are told, not when anything is due."
          save={saveCourse.bind(null, courseId)}
        />
        <section className="form-part">
          <div>
            <h2>The ledger</h2>
            <p>
              Each entry carries a hash over itself and the one before. An entry that somebody changed, took
              out or moved in the database no longer fits.
            </p>
          </div>
          <div className="fields">
            <CheckChains courseId={courseId} wikis={wikis} check={checkWiki.bind(null, courseId)} />
          </div>
        </section>
        <section className="form-part" aria-labelledby="bin">
          <div>
            <h2 id="bin">Bin</h2>
            <p>What was removed lies here for 30 days.</p>
          </div>
          <div className="fields">
            {bin.length === 0 ? (
              <p className="quiet">No assignment and no wiki of the course is in the bin.</p>
            ) : (
              <BinList binned={bin} zone={timeZone} now={ctx.now} bringBack={outOfBin} />
            )}
          </div>
        </section>
        <section className="form-part">
          <div>
            <h2>At the end of term</h2>
            <p>Nothing is lost by copying or archiving.</p>
          </div>
          <div className="fields">
            <div className="actions">
              <LinkButton href={paths.newCourse(courseId)} variant="outlined">
                Copy the course for another term
              </LinkButton>
              <ArchiveButton isArchived={archivedAt !== null} setArchived={archive.bind(null, courseId)} />
            </div>
            <p className="quiet">
              {archivedAt
                ? "The course is archived: everybody reads what they could read, and nobody changes anything."
                : "Archived, a course can be read as before and changed by nobody. It can be opened again."}
            </p>
            <RemoveForm
              what="course"
              name={title}
              about="With it go all its assignments, wikis and files; nobody of the course sees anything of it any more."
              remove={toBin.bind(null, courseId, { kind: "course", id: courseId })}
            />
          </div>
        </section>
      </div>
    </Frame>
  );
}
