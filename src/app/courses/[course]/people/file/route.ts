import { runsCourse } from "@/core/access/role";
import { zipSync } from "fflate";
import { type Column, csvTable } from "@/core/roster/export";
import { writeArchive } from "@/core/roster/one-roster-export";
import { findCourse } from "@/data/courses/read";
import { coursePeople } from "@/data/people/read";
import { requestContext } from "@/data/session/request";

/** The course's people as a file: a table, or an archive in the OneRoster format. */
export async function GET(
  request: Request,
  { params }: RouteContext<"/courses/[course]/people/file">,
): Promise<Response> {
  const ctx = await requestContext();
  const { course: courseId } = await params;
  const course = ctx && (await findCourse(ctx, courseId));
  if (!ctx || !course || !runsCourse(course.role)) return new Response(null, { status: 404 });
  const people = (await coursePeople(ctx, courseId)).filter((person) => !person.leftAt);
  const form = new URL(request.url).searchParams.get("form");
  if (form === "1.1" || form === "1.2") {
    const archive = writeArchive(
      course,
      people.map(({ id, number, address, givenName, familyName, preferredName, role, section, name }) => ({
        id,
        number,
        address,
        role,
        section,
        preferred: preferredName,
        given: givenName || name,
        family: familyName,
      })),
      form,
      ctx.now,
    );
    const bytes = zipSync(
      Object.fromEntries([...archive].map(([file, text]) => [file, new TextEncoder().encode(text)])),
    );
    return file(bytes, "application/zip", `people-oneroster-${form}.zip`);
  }
  const own = [...new Set(people.flatMap((person) => Object.keys(person.own)))];
  const columns: readonly Column<(typeof people)[number]>[] = [
    ["Name", ({ name }) => name],
    ["Given name", ({ givenName }) => givenName],
    ["Family name", ({ familyName }) => familyName],
    ["Preferred name", ({ preferredName }) => preferredName],
    ["Mail address", ({ address }) => address],
    ["Role", ({ role }) => role],
    ["Section", ({ section }) => section],
    ["Number", (person) => person.number],
    ["Groups", ({ groups }) => groups.join("; ")],
    ...own.map((heading): Column<(typeof people)[number]> => [
      heading,
      (person) => person.own[heading] ?? "",
    ]),
  ];
  // The mark at the beginning tells spreadsheets that letters beyond ASCII are UTF-8.
  return file(
    new TextEncoder().encode(`\ufeff${csvTable(columns, people)}`),
    "text/csv; charset=utf-8",
    "people.csv",
  );
}

function file(bytes: Uint8Array, type: string, name: string): Response {
  return new Response(new Uint8Array(bytes), {
    headers: {
      "Content-Type": type,
      "Content-Disposition": `attachment; filename="${name}"`,
      "Cache-Control": "no-store",
    },
  });
}
