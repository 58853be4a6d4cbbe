/**
 * Marks that leave: as a table with all that they rest on (RFC 4180), and as OneRoster 1.2 line items and
 * results (1EdTech, CSV binding).
 */
import { csvText } from "../roster/export";

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

/** A row a student, a column a criterion. */
export function marksTable(
  criteria: readonly { readonly id: string; readonly title: string }[],
  marks: readonly LeavingMark[],
): string {
  const head = [
    "Number",
    "Name",
    "Address",
    "Group",
    "Mark",
    "Label",
    "Group mark",
    "Computed",
    "Working",
    "Reason",
    "State",
    "Shown to the student",
    "Given by",
    "Given at",
    "Left out",
  ];
  return csvText([
    [...head, ...criteria.map(({ title }) => title)],
    ...marks.map((each) => [
      each.person,
      each.name,
      each.address,
      each.group,
      each.mark ?? "",
      each.label ?? "",
      each.groupMark ?? "",
      each.computed ?? "",
      each.working,
      each.reason,
      each.state,
      each.released ?? "",
      each.givenBy,
      each.givenAt,
      each.leftOut,
      ...criteria.map(({ id }) => each.criteria.get(id) ?? ""),
    ]),
  ]);
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
  return csvText([
    [
      "sourcedId",
      "status",
      "dateLastModified",
      "title",
      "description",
      "assignDate",
      "dueDate",
      "classSourcedId",
      "categorySourcedId",
      "gradingPeriodSourcedId",
      "resultValueMin",
      "resultValueMax",
      "schoolSourcedId",
    ],
    ...sections.map((section, index) => [
      `${lineItemId(item)}-${index + 1}`,
      "active",
      at,
      item.title,
      "",
      item.opensAt.slice(0, 10),
      item.dueAt.slice(0, 10),
      classId(item, sections, section),
      "",
      "",
      "0",
      item.outOf,
      `${item.courseId}-org`,
    ]),
  ]);
}

/** results.csv: one result for each student with a mark. */
export function results(
  item: LineItem,
  sections: readonly string[],
  marks: readonly LeavingMark[],
  at: string,
): string {
  return csvText([
    [
      "sourcedId",
      "status",
      "dateLastModified",
      "lineItemSourcedId",
      "studentSourcedId",
      "scoreStatus",
      "score",
      "scoreDate",
      "comment",
      "textScore",
      "classSourcedId",
    ],
    ...marks
      .filter(({ mark }) => mark !== null)
      .map(({ person, mark, section, givenAt, label, reason }) => [
        `${lineItemId(item)}-${person}`,
        "active",
        at,
        `${lineItemId(item)}-${Math.max(0, sections.indexOf(section)) + 1}`,
        person,
        "fully graded",
        mark!,
        givenAt.slice(0, 10),
        reason,
        label ?? "",
        classId(item, sections, section),
      ]),
  ]);
}
