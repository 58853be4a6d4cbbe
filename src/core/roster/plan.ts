/** What reading a list would change: the dry run that stands before it. */
import type { Role } from "../access/may";
import { readAddress } from "./address";
import { type ListedPerson, readRole } from "./listed";
import { longestName, shownName } from "./names";

/** Somebody with an account, on the course or not. */
export interface KnownPerson {
  readonly id: string;
  readonly address: string;
  readonly name: string;
  /** Null for people who are not on the course; the fields below are empty then. */
  readonly role: Role | null;
  /** Whether they have left the course: reading them again brings them back. */
  readonly hasLeft: boolean;
  /**
   * The name of the person as whom this account counts on the course, since two of one person were merged;
   * null: for itself.
   */
  readonly mergedInto: string | null;
  /** Whether they have a password: then their address and name are theirs to change. */
  readonly isActive: boolean;
  readonly given: string;
  readonly family: string;
  readonly preferred: string;
  readonly section: string;
  readonly number: string;
  readonly own: Readonly<Record<string, string>>;
}

export type RowFault =
  | { readonly fault: "no address" }
  | { readonly fault: "bad address"; readonly address: string }
  | { readonly fault: "address twice"; readonly line: number }
  | { readonly fault: "number twice"; readonly line: number }
  /** The row's number is one person's, its address another's. */
  | { readonly fault: "address of somebody else"; readonly name: string }
  /** The account with this address counts as somebody else's of the course. */
  | { readonly fault: "merged"; readonly name: string }
  | { readonly fault: "other role"; readonly name: string; readonly role: Role }
  | { readonly fault: "has own address"; readonly address: string }
  | { readonly fault: "unknown group"; readonly group: string }
  | { readonly fault: "unknown role"; readonly role: string }
  | { readonly fault: "no name" }
  | { readonly fault: "too long"; readonly what: string };

export const changeable = ["address", "name", "given", "family", "preferred", "section", "number"] as const;

export interface FieldChange {
  /** One of `changeable`, "back on the course", or the heading of a column of the course's own. */
  readonly field: string;
  readonly from: string;
  readonly to: string;
}

export type PlannedRow = { readonly listed: ListedPerson } & (
  | {
      readonly kind: "new";
      readonly role: Role;
      readonly address: string;
      /** The account that has the address already. */ readonly person: string | null;
    }
  | { readonly kind: "changed"; readonly person: string; readonly changes: readonly FieldChange[] }
  | { readonly kind: "unchanged"; readonly person: string }
  | { readonly kind: "faulty"; readonly faults: readonly RowFault[] }
);

export interface PlanOptions {
  /** If given, the only groups that there are: a row with another one is faulty. Null: groups may be new. */
  readonly groups: readonly string[] | null;
  /**
   * Which fields the list's columns hold: an empty cell of one of these empties the field, others are left
   * alone.
   */
  readonly holds: ReadonlySet<string>;
}

/** The plan for every row, in their order. O(rows + known). */
export function planPeople(
  listed: readonly ListedPerson[],
  known: readonly KnownPerson[],
  { groups, holds }: PlanOptions,
): PlannedRow[] {
  const byAddress = new Map(known.map((person) => [person.address.toLowerCase(), person]));
  const byNumber = new Map(
    known
      .filter((person) => person.number !== "" && person.role !== null)
      .map((person) => [person.number, person]),
  );
  const groupKeys = groups && new Set(groups.map((group) => group.toLowerCase()));
  const seenAddress = new Map<string, number>();
  const seenNumber = new Map<string, number>();

  return listed.map((row): PlannedRow => {
    const faults: RowFault[] = [];
    const address = readAddress(row.address);
    const role = readRole(row.role);
    if (row.address.trim() === "") faults.push({ fault: "no address" });
    else if (!address) faults.push({ fault: "bad address", address: row.address });
    if (row.name === "") faults.push({ fault: "no name" });
    if (role === null) faults.push({ fault: "unknown role", role: row.role });
    faults.push(...tooLong(row));
    if (groupKeys && row.group !== "" && !groupKeys.has(row.group.toLowerCase()))
      faults.push({ fault: "unknown group", group: row.group });
    if (address) {
      const before = seenAddress.get(address);
      if (before !== undefined) faults.push({ fault: "address twice", line: before });
      else seenAddress.set(address, row.line);
    }
    if (row.number !== "") {
      const before = seenNumber.get(row.number);
      if (before !== undefined) faults.push({ fault: "number twice", line: before });
      else seenNumber.set(row.number, row.line);
    }
    const holder = address ? (byAddress.get(address) ?? null) : null;
    const numbered = row.number !== "" ? (byNumber.get(row.number) ?? null) : null;
    if (holder && numbered && holder.id !== numbered.id)
      faults.push({ fault: "address of somebody else", name: holder.name });
    else if (!holder && numbered?.isActive && address)
      faults.push({ fault: "has own address", address: numbered.address });
    const person = holder ?? numbered;
    if (person?.mergedInto) faults.push({ fault: "merged", name: person.mergedInto });
    if (person?.role && role && holds.has("role") && person.role !== role)
      faults.push({ fault: "other role", name: person.name, role: person.role });
    else if (person?.role && !holds.has("role") && person.role !== "student")
      faults.push({ fault: "other role", name: person.name, role: person.role });
    if (faults.length > 0 || !address || !role) return { listed: row, kind: "faulty", faults };
    if (!person || person.role === null)
      return { listed: row, kind: "new", role, address, person: person?.id ?? null };
    const changes = changesOf(row, address, person, holds);
    return changes.length === 0
      ? { listed: row, kind: "unchanged", person: person.id }
      : { listed: row, kind: "changed", person: person.id, changes };
  });
}

function tooLong(row: ListedPerson): RowFault[] {
  const lengths: readonly (readonly [string, string])[] = [
    ["name", row.name],
    ["given name", row.given],
    ["family name", row.family],
    ["preferred name", row.preferred],
    ["section", row.section],
    ["group", row.group],
    ["number", row.number],
    ...Object.entries(row.own),
  ];
  return lengths
    .filter(([, text]) => text.length > longestName)
    .map(([what]) => ({ fault: "too long", what }));
}

function changesOf(
  row: ListedPerson,
  address: string,
  person: KnownPerson,
  holds: ReadonlySet<string>,
): FieldChange[] {
  const changes: FieldChange[] = [];
  if (person.hasLeft) changes.push({ field: "back on the course", from: "", to: "" });
  // A list without preferred names says nothing about the one that somebody has.
  const name = holds.has("preferred") ? row.name : shownName({ ...row, preferred: person.preferred });
  const wanted: Readonly<Record<(typeof changeable)[number], string>> = { ...row, name, address };
  for (const field of changeable) {
    // What they are called is theirs once they have an account that they use; so is where they get their
    // mail.
    if (person.isActive && (field === "name" || field === "address")) continue;
    if (field !== "address" && !holds.has(field)) continue;
    if (person[field] !== wanted[field]) changes.push({ field, from: person[field], to: wanted[field] });
  }
  for (const [heading, value] of Object.entries(row.own)) {
    const before = person.own[heading] ?? "";
    if (before !== value) changes.push({ field: heading, from: before, to: value });
  }
  return changes;
}
