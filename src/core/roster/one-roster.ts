/**
 * People in the open OneRoster CSV format, versions 1.1 and 1.2 (1EdTech): an archive of CSV files, of which
 * those about organisations, terms, courses, classes, users and enrolments tell who is on a course. Version
 * 1.2 keeps roles of users in a file of its own and knows preferred names. Read here as one table like any
 * other list.
 */
import Papa from "papaparse";
import type { Role } from "../access/may";
import type { ColumnKind } from "./columns";
import { type ListTable, readCell } from "./table";

/** The archive's files: text by name, such as "users.csv". */
export type Archive = ReadonlyMap<string, string>;

export interface RosterClass {
  readonly id: string;
  readonly title: string;
  readonly people: number;
}

export type ReadArchive =
  | {
      readonly kind: "archive";
      readonly classes: readonly RosterClass[];
      readonly people: (classes: ReadonlySet<string>) => {
        readonly table: ListTable;
        readonly kinds: readonly ColumnKind[];
      };
    }
  | { readonly kind: "refused"; readonly missing: string };

type Row = Readonly<Record<string, string>>;

const needed = ["users.csv", "classes.csv", "enrollments.csv"];

/**
 * Reads an archive. Rows marked as deleted, users who are disabled, and enrolments of neither are left out.
 * O(rows).
 */
export function readArchive(archive: Archive): ReadArchive {
  const missing = needed.find((file) => !archive.has(file));
  if (missing) return { kind: "refused", missing };
  const users = new Map(
    rowsOf(archive, "users.csv")
      .filter((user) => user.enabledUser?.toLowerCase() !== "false")
      .map((user) => [user.sourcedId ?? "", user]),
  );
  const courses = new Map(
    rowsOf(archive, "courses.csv").map((course) => [course.sourcedId ?? "", course.title ?? ""]),
  );
  const enrolments = rowsOf(archive, "enrollments.csv").filter((row) => users.has(row.userSourcedId ?? ""));
  const classes = rowsOf(archive, "classes.csv").map((row) => ({
    id: row.sourcedId ?? "",
    title: row.title || courses.get(row.courseSourcedId ?? "") || row.classCode || "",
    people: new Set(
      enrolments.filter((each) => each.classSourcedId === row.sourcedId).map((each) => each.userSourcedId),
    ).size,
  }));
  return {
    kind: "archive",
    classes,
    people: (chosen) =>
      tableOf(
        users,
        classes.filter(({ id }) => chosen.has(id)),
        enrolments,
      ),
  };
}

const columns = [
  "number",
  "address",
  "given name",
  "family name",
  "preferred name",
  "section",
  "role",
] as const;

/**
 * One row a person, with the titles of all their chosen classes as section and the strongest role in any of
 * them.
 */
function tableOf(
  users: ReadonlyMap<string, Row>,
  classes: readonly RosterClass[],
  enrolments: readonly Row[],
): { table: ListTable; kinds: readonly ColumnKind[] } {
  const titles = new Map(classes.map(({ id, title }) => [id, title]));
  const people = new Map<string, { sections: Set<string>; role: string }>();
  for (const { classSourcedId = "", userSourcedId = "", role = "" } of enrolments) {
    const title = titles.get(classSourcedId);
    if (title === undefined) continue;
    const person = people.get(userSourcedId) ?? { sections: new Set(), role: "student" };
    person.sections.add(title);
    if (role !== "" && role !== "student") person.role = role;
    people.set(userSourcedId, person);
  }
  const rows = [...people].map(([id, { sections, role }]) => {
    const user = users.get(id)!;
    return [
      id,
      user.email ?? "",
      user.givenName ?? "",
      user.familyName ?? "",
      user.preferredGivenName ?? "",
      classes.length > 1 ? [...sections].join(", ") : "",
      roleIn[role] ?? role,
    ];
  });
  const used = classes.length > 1 ? columns.length : columns.indexOf("section");
  const kinds: ColumnKind[] = columns.map((kind, at) =>
    kind === "section" && used === at ? "left out" : kind,
  );
  return { table: { headings: [...columns], rows, lines: rows.map((_, at) => at + 2) }, kinds };
}

const roleIn: Readonly<Record<string, Role>> = {
  teacher: "instructor",
  administrator: "instructor",
  aide: "assistant",
  proctor: "assistant",
  student: "student",
  guardian: "observer",
  parent: "observer",
  relative: "observer",
};

function rowsOf(archive: Archive, file: string): Row[] {
  const text = archive.get(file);
  if (text === undefined) return [];
  return Papa.parse<Row>(text.replace(/^\ufeff/, ""), {
    header: true,
    skipEmptyLines: true,
    transform: readCell,
  }).data.filter((row) => row.status?.toLowerCase() !== "tobedeleted");
}
