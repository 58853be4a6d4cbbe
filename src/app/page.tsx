import { redirect } from "next/navigation";
import { myCourses } from "@/data/courses/read";
import { paths } from "@/ui/paths";
import { signedIn } from "./_parts/context";

/** Whoever is on one course goes straight to it; others choose. */
export default async function StartPage() {
  const going = (await myCourses(await signedIn())).filter((course) => course.archivedAt === null);
  redirect(going.length === 1 ? paths.course(going[0]!.id) : paths.courses());
}
