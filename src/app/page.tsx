import Link from "next/link";
import { redirect } from "next/navigation";
import { myCourses } from "@/data/courses/read";
import { paths } from "@/ui/paths";
import { signedIn } from "./_parts/context";
import { Frame } from "./_parts/Frame";

/** My courses. Whoever has one goes straight to it. */
export default async function CoursesPage() {
  const ctx = await signedIn();
  const courses = await myCourses(ctx);
  if (courses.length === 1) redirect(paths.course(courses[0]!.id));
  return (
    <Frame ctx={ctx} trail={[]}>
      <div className="desk narrow">
        <div className="title-line"><h1>Your courses</h1></div>
        {courses.length === 0
          ? <p className="notice">You are on no course yet. When an instructor puts you on one, it stands here.</p>
          : <table className="ledger"><tbody>{courses.map((course) => <tr key={course.id}><th scope="row"><Link href={paths.course(course.id)}>{course.title}</Link></th><td>{course.term}</td></tr>)}</tbody></table>}
      </div>
    </Frame>
  );
}
