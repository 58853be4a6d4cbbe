/**
 * Marks that leave: as a table with all that they rest on (RFC 4180), and as OneRoster 1.2 line items and
 * results (1EdTech, CSV binding).
 */
import { type Column, csvTable } from "../roster/export";

export interface LeavingMark {
  /** The person's number in the institution, or else their id here. */
  readonly person: string;
  readonly name: string;
  readonly address: string;
  readonly group: string;
  readonly section: string;
  /** Decimals; null: there is none. */
  readonly mark: string | null;
  readonly label: string | null;
  readonly groupMark: string | null;
  readonly computed: string | null;
  readonly working: string;
  readonly reason: string;
  readonly state: string;
  /** Whether the student has been shown it. */
  readonly released: string | null;
  readonly givenBy: string;
  /** ISO 8601; empty: no mark. */
  readonly givenAt: string;
  readonly leftOut: string;
  /** What was given for each criterion, by its id. */
  readonly criteria: ReadonlyMap<string, string>;
}

const markColumns: readonly Column<LeavingMark>[] = [
  ["Number", ({ person }) => person],
  ["Name", ({ name }) => name],
  ["Address", ({ address }) => address],
  ["Group", ({ group }) => group],
  ["Mark", ({ mark }) => mark ?? ""],
  ["Label", ({ label }) => label ?? ""],
  ["Group mark", ({ groupMark }) => groupMark ?? ""],
  ["Computed", ({ computed }) => computed ?? ""],
  ["Working", ({ working }) => working],
  ["Reason", ({ reason }) => reason],
  ["State", ({ state }) => state],
  ["Shown to the student", ({ released }) => released ?? ""],
  ["Given by", ({ givenBy }) => givenBy],
  ["Given at", ({ givenAt }) => givenAt],
  ["Left out", ({ leftOut }) => leftOut],
];

/** A row a student, a column a criterion. */
export function marksTable(
  criteria: readonly { readonly id: string; readonly title: string }[],
  marks: readonly LeavingMark[],
): string {
  const given = criteria.map(({ id, title }): Column<LeavingMark> => [
    title,
    (mark) => mark.criteria.get(id) ?? "",
  ]);
  return csvTable([...markColumns, ...given], marks);
}

export interface LineItem {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly title: string;
  /** ISO 8601. */
  readonly opensAt: string;
  readonly dueAt: string;
  readonly outOf: string;
}

const lineItemId = ({ assignmentId }: LineItem) => `${assignmentId}-marks`;
/** As the archive of the course's people names its classes: by the order of the sections' names. */
const classId = ({ courseId }: LineItem, sections: readonly string[], section: string) =>
  `${courseId}-class-${Math.max(0, sections.indexOf(section)) + 1}`;

/** lineItems.csv: one line item for each class of the course. */
export function lineItems(item: LineItem, sections: readonly string[], at: string): string {
  return csvTable<string>(
    [
      ["sourcedId", (_, index) => `${lineItemId(item)}-${index + 1}`],
      ["status", () => "active"],
      ["dateLastModified", () => at],
      ["title", () => item.title],
      ["description", () => ""],
      ["assignDate", () => item.opensAt.slice(0, 10)],
      ["dueDate", () => item.dueAt.slice(0, 10)],
      ["classSourcedId", (section) => classId(item, sections, section)],
      ["categorySourcedId", () => ""],
      ["gradingPeriodSourcedId", () => ""],
      ["resultValueMin", () => "0"],
      ["resultValueMax", () => item.outOf],
      ["schoolSourcedId", () => `${item.courseId}-org`],
    ],
    sections,
  );
}

/** results.csv: one result for each student with a mark. */
export function results(
  item: LineItem,
  sections: readonly string[],
  marks: readonly LeavingMark[],
  at: string,
): string {
  const numberOf = (section: string) => Math.max(0, sections.indexOf(section)) + 1;
  return csvTable<LeavingMark>(
    [
      ["sourcedId", ({ person }) => `${lineItemId(item)}-${person}`],
      ["status", () => "active"],
      ["dateLastModified", () => at],
      ["lineItemSourcedId", ({ section }) => `${lineItemId(item)}-${numberOf(section)}`],
      ["studentSourcedId", ({ person }) => person],
      ["scoreStatus", () => "fully graded"],
      ["score", ({ mark }) => mark ?? ""],
      ["scoreDate", ({ givenAt }) => givenAt.slice(0, 10)],
      ["comment", ({ reason }) => reason],
      ["textScore", ({ label }) => label ?? ""],
      ["classSourcedId", ({ section }) => classId(item, sections, section)],
    ],
    marks.filter(({ mark }) => mark !== null),
  );
}
