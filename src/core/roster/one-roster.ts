/**
 * People in the open OneRoster CSV format, versions 1.1 and 1.2 (1EdTech): an archive of CSV files, of which
 * those about organisations, terms, courses, classes, users and enrolments tell who is on a course. Version
 * 1.2 keeps roles of users in a file of its own and knows preferred names. Read here as one table like any
 * other list.
 */
import Papa from "papaparse";
import type { Role } from "../access/may";
import { csvText } from "./export";
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

const roleOut: Readonly<Record<Role, string>> = {
  instructor: "teacher",
  assistant: "aide",
  student: "student",
  observer: "guardian",
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

export interface WrittenPerson {
  readonly id: string;
  readonly number: string;
  readonly address: string;
  readonly given: string;
  readonly family: string;
  readonly preferred: string;
  readonly role: Role;
  readonly section: string;
}

export interface WrittenCourse {
  readonly id: string;
  readonly title: string;
  readonly term: string;
  /** Dates as "2026-03-29"; both included. */
  readonly startsOn: string;
  readonly endsOn: string;
}

/** The course's people as an archive of version 1.1 or 1.2, one class for each section. */
export function writeArchive(
  course: WrittenCourse,
  people: readonly WrittenPerson[],
  version: "1.1" | "1.2",
  at: Date,
): Archive {
  const [org, session, subject] = [`${course.id}-org`, `${course.id}-term`, `${course.id}-course`];
  const stamp = at.toISOString();
  const sections = [...new Set(people.map(({ section }) => section))].sort();
  const classId = (section: string) => `${course.id}-class-${sections.indexOf(section) + 1}`;
  const idOf = (person: WrittenPerson) => person.number || person.id;
  const isNew = version === "1.2";
  const year = course.endsOn.slice(0, 4);
  const base = (id: string) => [id, "active", stamp];
  const files: Record<string, string[][]> = {
    "orgs.csv": [
      ["sourcedId", "status", "dateLastModified", "name", "type", "identifier", "parentSourcedId"],
      [...base(org), "Tidy Ledger", "school", "", ""],
    ],
    "academicSessions.csv": [
      [
        "sourcedId",
        "status",
        "dateLastModified",
        "title",
        "type",
        "startDate",
        "endDate",
        "parentSourcedId",
        "schoolYear",
      ],
      [...base(session), course.term, "term", course.startsOn, course.endsOn, "", year],
    ],
    "courses.csv": [
      [
        "sourcedId",
        "status",
        "dateLastModified",
        "schoolYearSourcedId",
        "title",
        "courseCode",
        "grades",
        "orgSourcedId",
        "subjects",
        "subjectCodes",
      ],
      [...base(subject), "", course.title, "", "", org, "", ""],
    ],
    "classes.csv": [
      [
        "sourcedId",
        "status",
        "dateLastModified",
        "title",
        "grades",
        "courseSourcedId",
        "classCode",
        "classType",
        "location",
        "schoolSourcedId",
        "termSourcedIds",
        "subjects",
        "subjectCodes",
        "periods",
      ],
      ...sections.map((section) => [
        ...base(classId(section)),
        section || course.title,
        "",
        subject,
        "",
        "scheduled",
        "",
        org,
        session,
        "",
        "",
        "",
      ]),
    ],
    "users.csv": isNew
      ? [
          [
            "sourcedId",
            "status",
            "dateLastModified",
            "enabledUser",
            "username",
            "userIds",
            "givenName",
            "familyName",
            "middleName",
            "identifier",
            "email",
            "sms",
            "phone",
            "agentSourcedIds",
            "grades",
            "password",
            "userMasterIdentifier",
            "resourceSourcedIds",
            "preferredGivenName",
            "preferredMiddleName",
            "preferredFamilyName",
            "primaryOrgSourcedId",
            "pronouns",
          ],
          ...people.map((person) => [
            ...base(idOf(person)),
            "true",
            person.address,
            "",
            person.given,
            person.family,
            "",
            person.number,
            person.address,
            "",
            "",
            "",
            "",
            "",
            "",
            "",
            person.preferred,
            "",
            "",
            org,
            "",
          ]),
        ]
      : [
          [
            "sourcedId",
            "status",
            "dateLastModified",
            "enabledUser",
            "orgSourcedIds",
            "role",
            "username",
            "userIds",
            "givenName",
            "familyName",
            "middleName",
            "identifier",
            "email",
            "sms",
            "phone",
            "agentSourcedIds",
            "grades",
            "password",
          ],
          ...people.map((person) => [
            ...base(idOf(person)),
            "true",
            org,
            roleOut[person.role],
            person.address,
            "",
            person.given,
            person.family,
            "",
            person.number,
            person.address,
            "",
            "",
            "",
            "",
            "",
          ]),
        ],
    "enrollments.csv": [
      [
        "sourcedId",
        "status",
        "dateLastModified",
        "classSourcedId",
        "schoolSourcedId",
        "userSourcedId",
        "role",
        "primary",
        "beginDate",
        "endDate",
      ],
      ...people.map((person) => [
        ...base(`${idOf(person)}-enrolment`),
        classId(person.section),
        org,
        idOf(person),
        enrolmentRole(person.role),
        person.role === "instructor" ? "true" : "false",
        course.startsOn,
        course.endsOn,
      ]),
    ],
  };
  if (isNew) {
    files["roles.csv"] = [
      [
        "sourcedId",
        "status",
        "dateLastModified",
        "userSourcedId",
        "roleType",
        "role",
        "beginDate",
        "endDate",
        "orgSourcedId",
        "userProfileSourcedId",
      ],
      ...people.map((person) => [
        ...base(`${idOf(person)}-role`),
        idOf(person),
        "primary",
        roleOut[person.role],
        course.startsOn,
        course.endsOn,
        org,
        "",
      ]),
    ];
  }
  files["manifest.csv"] = manifest(version, files);
  return new Map(Object.entries(files).map(([name, rows]) => [name, csvText(rows)]));
}

/** Enrolments know teachers, students, administrators and proctors alone. */
function enrolmentRole(role: Role): string {
  return role === "assistant" ? "proctor" : role === "observer" ? "guardian" : roleOut[role];
}

const manifestFiles = [
  "academicSessions",
  "categories",
  "classes",
  "classResources",
  "courses",
  "courseResources",
  "demographics",
  "enrollments",
  "lineItems",
  "orgs",
  "resources",
  "results",
  "users",
];
const manifestFilesSince12 = [
  "lineItemLearningObjectiveIds",
  "lineItemScoreScales",
  "resultLearningObjectiveIds",
  "resultScoreScales",
  "roles",
  "scoreScales",
  "userProfiles",
  "userResources",
];

function manifest(version: "1.1" | "1.2", files: Readonly<Record<string, unknown>>): string[][] {
  const listed = version === "1.2" ? [...manifestFiles, ...manifestFilesSince12] : manifestFiles;
  return [
    ["propertyName", "value"],
    ["manifest.version", "1.0"],
    ["oneroster.version", version],
    ...listed.map((name) => [`file.${name}`, `${name}.csv` in files ? "bulk" : "absent"]),
    ["source.systemName", "Tidy Ledger"],
    ["source.systemCode", "tidy-ledger"],
  ];
}
