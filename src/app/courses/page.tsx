import { Link } from "@/ui/frame/Link";
import type { Metadata } from "next";
import { coursesInBin } from "@/data/bin/read";
import { mayMakeCourses, myCourses } from "@/data/courses/read";
import { BinList } from "@/ui/bin/BinList";
import { paths } from "@/ui/paths";
import { roleWords } from "@/ui/words/people";
import { outOfBin } from "./bin-actions";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { LinkButton } from "@/ui/forms/LinkButton";

export const metadata: Metadata = { title: "Your courses" };

export default async function CoursesPage() {
  const ctx = await signedIn();
  const courses = await myCourses(ctx);
  const bin = await coursesInBin(ctx);
  const mayMake = await mayMakeCourses(ctx);
  return (
    <Frame ctx={ctx} trail={[]}>
      <div className="desk narrow">
        <div className="title-line">
          <h1>Your courses</h1>
          {mayMake && (
            <LinkButton href={paths.newCourse()} variant={courses.length === 0 ? "contained" : "outlined"}>
              Make a course
            </LinkButton>
          )}
        </div>
        {courses.length === 0 ? (
          <p className="notice">
            {mayMake
              ? "You have no course yet. Make one, and bring people in with a list."
              : "You are on no course yet. When an instructor puts you on one, it stands here."}
          </p>
        ) : (
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">Course</th>
                <th scope="col">Term</th>
                <th scope="col">You are</th>
              </tr>
            </thead>
            <tbody>
              {courses.map((course) => (
                <tr key={course.id}>
                  <th scope="row">
                    <Link href={paths.course(course.id)}>{course.title}</Link>
                  </th>
                  <td>
                    {course.term}
                    {course.archivedAt && <span className="quiet">, archived</span>}
                  </td>
                  <td>{roleWords[course.role].toLowerCase()}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
        {bin.length > 0 && (
          <section className="section" aria-labelledby="bin">
            <h2 id="bin">Bin</h2>
            <BinList binned={bin} zone="UTC" now={ctx.now} bringBack={outOfBin} />
          </section>
        )}
      </div>
    </Frame>
  );
}
