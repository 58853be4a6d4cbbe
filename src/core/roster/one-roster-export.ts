/**
 * A course's people written in the open OneRoster CSV format, versions 1.1 and 1.2 (1EdTech): each file is a
 * table of columns with what stands in them.
 */
import type { Role } from "../access/may";
import { type Column, csvTable } from "./export";
import type { Archive } from "./one-roster";

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

const roleOut: Readonly<Record<Role, string>> = {
  instructor: "teacher",
  assistant: "aide",
  student: "student",
  observer: "guardian",
};

/** Enrolments know teachers, students, administrators and proctors alone. */
function enrolmentRole(role: Role): string {
  return role === "assistant" ? "proctor" : role === "observer" ? "guardian" : roleOut[role];
}

/** What the columns of every file ask. */
interface Given {
  readonly course: WrittenCourse;
  readonly sections: readonly string[];
  /** ISO 8601. */
  readonly stamp: string;
  readonly org: string;
  readonly session: string;
  readonly subject: string;
}

/** The course's people as an archive of version 1.1 or 1.2, one class for each section. */
export function writeArchive(
  course: WrittenCourse,
  people: readonly WrittenPerson[],
  version: "1.1" | "1.2",
  at: Date,
): Archive {
  const given: Given = {
    course,
    sections: [...new Set(people.map(({ section }) => section))].sort(),
    stamp: at.toISOString(),
    org: `${course.id}-org`,
    session: `${course.id}-term`,
    subject: `${course.id}-course`,
  };
  const isNew = version === "1.2";
  const files: Record<string, string> = {
    "orgs.csv": csvTable(orgColumns(given), [null]),
    "academicSessions.csv": csvTable(sessionColumns(given), [null]),
    "courses.csv": csvTable(courseColumns(given), [null]),
    "classes.csv": csvTable(classColumns(given), given.sections),
    "users.csv": csvTable(isNew ? userColumns(given) : userColumns11(given), people),
    "enrollments.csv": csvTable(enrolmentColumns(given), people),
    ...(isNew ? { "roles.csv": csvTable(roleColumns(given), people) } : {}),
  };
  files["manifest.csv"] = csvTable<readonly [string, string]>(
    [
      ["propertyName", ([name]) => name],
      ["value", ([, value]) => value],
    ],
    manifest(version, files),
  );
  return new Map(Object.entries(files));
}

const idOf = (person: WrittenPerson) => person.number || person.id;
const classId = ({ course, sections }: Given, section: string) =>
  `${course.id}-class-${sections.indexOf(section) + 1}`;

function baseColumns<Row>({ stamp }: Given, id: (row: Row) => string): readonly Column<Row>[] {
  return [
    ["sourcedId", id],
    ["status", () => "active"],
    ["dateLastModified", () => stamp],
  ];
}
const empty = (...headings: readonly string[]) =>
  headings.map((heading): Column<unknown> => [heading, () => ""]);

const orgColumns = (given: Given): readonly Column<null>[] => [
  ...baseColumns(given, () => given.org),
  ["name", () => "Tidy Ledger"],
  ["type", () => "school"],
  ...empty("identifier", "parentSourcedId"),
];

const sessionColumns = (given: Given): readonly Column<null>[] => [
  ...baseColumns(given, () => given.session),
  ["title", () => given.course.term],
  ["type", () => "term"],
  ["startDate", () => given.course.startsOn],
  ["endDate", () => given.course.endsOn],
  ...empty("parentSourcedId"),
  ["schoolYear", () => given.course.endsOn.slice(0, 4)],
];

const courseColumns = (given: Given): readonly Column<null>[] => [
  ...baseColumns(given, () => given.subject),
  ...empty("schoolYearSourcedId"),
  ["title", () => given.course.title],
  ...empty("courseCode", "grades"),
  ["orgSourcedId", () => given.org],
  ...empty("subjects", "subjectCodes"),
];

const classColumns = (given: Given): readonly Column<string>[] => [
  ...baseColumns<string>(given, (section) => classId(given, section)),
  ["title", (section) => section || given.course.title],
  ...empty("grades"),
  ["courseSourcedId", () => given.subject],
  ...empty("classCode"),
  ["classType", () => "scheduled"],
  ...empty("location"),
  ["schoolSourcedId", () => given.org],
  ["termSourcedIds", () => given.session],
  ...empty("subjects", "subjectCodes", "periods"),
];

/** What both versions tell of a person, behind the name by which they sign in. */
const personColumns: readonly Column<WrittenPerson>[] = [
  ...empty("userIds"),
  ["givenName", (person) => person.given],
  ["familyName", ({ family }) => family],
  ...empty("middleName"),
  ["identifier", (person) => person.number],
  ["email", ({ address }) => address],
  ...empty("sms", "phone", "agentSourcedIds", "grades", "password"),
];

const userColumns = (given: Given): readonly Column<WrittenPerson>[] => [
  ...baseColumns(given, idOf),
  ["enabledUser", () => "true"],
  ["username", ({ address }) => address],
  ...personColumns,
  ...empty("userMasterIdentifier", "resourceSourcedIds"),
  ["preferredGivenName", ({ preferred }) => preferred],
  ...empty("preferredMiddleName", "preferredFamilyName"),
  ["primaryOrgSourcedId", () => given.org],
  ...empty("pronouns"),
];

const userColumns11 = (given: Given): readonly Column<WrittenPerson>[] => [
  ...baseColumns(given, idOf),
  ["enabledUser", () => "true"],
  ["orgSourcedIds", () => given.org],
  ["role", ({ role }) => roleOut[role]],
  ["username", ({ address }) => address],
  ...personColumns,
];

const enrolmentColumns = (given: Given): readonly Column<WrittenPerson>[] => [
  ...baseColumns<WrittenPerson>(given, (person) => `${idOf(person)}-enrolment`),
  ["classSourcedId", ({ section }) => classId(given, section)],
  ["schoolSourcedId", () => given.org],
  ["userSourcedId", idOf],
  ["role", ({ role }) => enrolmentRole(role)],
  ["primary", ({ role }) => (role === "instructor" ? "true" : "false")],
  ["beginDate", () => given.course.startsOn],
  ["endDate", () => given.course.endsOn],
];

const roleColumns = (given: Given): readonly Column<WrittenPerson>[] => [
  ...baseColumns<WrittenPerson>(given, (person) => `${idOf(person)}-role`),
  ["userSourcedId", idOf],
  ["roleType", () => "primary"],
  ["role", ({ role }) => roleOut[role]],
  ["beginDate", () => given.course.startsOn],
  ["endDate", () => given.course.endsOn],
  ["orgSourcedId", () => given.org],
  ...empty("userProfileSourcedId"),
];

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

function manifest(
  version: "1.1" | "1.2",
  files: Readonly<Record<string, unknown>>,
): (readonly [string, string])[] {
  const listed = version === "1.2" ? [...manifestFiles, ...manifestFilesSince12] : manifestFiles;
  return [
    ["manifest.version", "1.0"],
    ["oneroster.version", version],
    ...listed.map((name): readonly [string, string] => [
      `file.${name}`,
      `${name}.csv` in files ? "bulk" : "absent",
    ]),
    ["source.systemName", "Tidy Ledger"],
    ["source.systemCode", "tidy-ledger"],
  ];
}
