/** From the cells of a list to people, by what its columns are said to hold. */
import type { Role } from "../access/may";
import { nameOfMailbox } from "./address";
import type { ColumnKind } from "./columns";
import { shownName } from "./names";
import type { ListTable } from "./table";

/** A person as one row tells of them; nothing is checked yet. Text that a list leaves out is empty. */
export interface ListedPerson {
  /** The line in the file, from 1. */
  readonly line: number;
  /** As written, with a name before it if there was one. */
  readonly address: string;
  /** What they will be called. */
  readonly name: string;
  readonly given: string;
  readonly family: string;
  readonly preferred: string;
  readonly section: string;
  readonly group: string;
  /** As written; `readRole` knows what it means. */
  readonly role: string;
  /** What the registry calls them. */
  readonly number: string;
  /** The course's own columns, by their headings. */
  readonly own: Readonly<Record<string, string>>;
}

/**
 * The people of a table, in its order. `kinds` has one kind for each column; of a kind given twice the first
 * column counts.
 */
export function listedPeople(
  { headings, rows, lines }: ListTable,
  kinds: readonly ColumnKind[],
): ListedPerson[] {
  const column = (kind: ColumnKind) => kinds.indexOf(kind);
  const owns = kinds.flatMap((kind, at) =>
    kind === "own" ? [{ at, heading: headings?.[at] || `Column ${at + 1}` }] : [],
  );
  return rows.map((cells, index) => {
    const cell = (kind: ColumnKind) => (column(kind) < 0 ? "" : (cells[column(kind)] ?? ""));
    const address = cell("address");
    const parts = {
      name: cell("name") || nameOfMailbox(address),
      given: cell("given name"),
      family: cell("family name"),
      preferred: cell("preferred name"),
    };
    return {
      line: lines[index]!,
      address,
      ...parts,
      name: shownName(parts),
      section: cell("section"),
      group: cell("group"),
      role: cell("role"),
      number: cell("number"),
      own: Object.fromEntries(owns.map(({ at, heading }) => [heading, cells[at] ?? ""])),
    };
  });
}

const roleWords: Readonly<Record<Role, readonly string[]>> = {
  instructor: ["instructor", "teacher", "lecturer", "professor", "primary", "dozent"],
  assistant: ["assistant", "ta", "teaching assistant", "tutor", "aide", "proctor"],
  student: ["student", "learner", "participant", ""],
  observer: ["observer", "guest", "auditor", "visitor", "guardian", "parent"],
};

/** The role that a word stands for; a student where there is none. Null for a word that is no role. */
export function readRole(word: string): Role | null {
  const folded = word.trim().toLowerCase();
  for (const [role, words] of Object.entries(roleWords) as [Role, readonly string[]][])
    if (words.includes(folded)) return role;
  return null;
}
