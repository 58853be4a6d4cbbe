import { runsCourse } from "@/core/access/role";
import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { wallClockAt } from "@/core/time/zone";
import { dayLength } from "@/core/time/lengths";
import { courseAssignments } from "@/data/assignments/read";
import { findCourse, mayMakeCourses } from "@/data/courses/read";
import { CourseForm } from "@/ui/courses/CourseForm";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { courseTrail } from "@/app/_parts/trail";
import { makeNewCourse } from "./actions";

export const metadata: Metadata = { title: "Make a course" };

const startZone = "Europe/Dublin";

export default async function NewCoursePage({ searchParams }: PageProps<"/courses/new">) {
  const ctx = await signedIn();
  if (!(await mayMakeCourses(ctx))) notFound();
  const { from } = await searchParams;
  const earlier = typeof from === "string" ? await findCourse(ctx, from) : null;
  const copied = runsCourse(earlier?.role) ? earlier : null;
  const zone = copied?.timeZone ?? startZone;
  const dayAt = (instant: number) => wallClockAt(new Date(instant), zone).slice(0, 10);
  const length = copied ? Date.parse(copied.endsOn) - Date.parse(copied.startsOn) : 90 * dayLength;
  const fields = {
    title: copied?.title ?? "",
    term: "",
    timeZone: zone,
    language: copied?.language ?? "english",
    startsOn: dayAt(ctx.now.getTime()),
    endsOn: dayAt(ctx.now.getTime() + length),
  };
  const assignments = copied ? await courseAssignments(ctx, copied.id) : [];
  return (
    <Frame ctx={ctx} trail={copied ? await courseTrail(ctx, copied.id) : []}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{copied ? `Copy ${copied.title}` : "Make a course"}</h1>
            <p className="quiet">
              {copied
                ? `${counted(assignments.length, "assignment")} with briefs and starter pages come along from ${copied.term}; nobody’s work, and nobody but you.`
                : "You will be its instructor. What you give here can be changed later."}
            </p>
          </div>
        </div>
        <CourseForm
          fields={fields}
          zones={Intl.supportedValuesOf("timeZone")}
          button={copied ? "Copy the course" : "Make the course"}
          aboutDates={
            copied
              ? "The times of the assignments move by as many days as the course begins later."
              : "They can be changed at any time."
          }
          save={makeNewCourse.bind(null, copied?.id ?? null)}
        />
      </div>
    </Frame>
  );
}
