/**
 * What the columns of a list hold: a proposal from headings and contents, to be corrected by whoever reads
 * the list.
 */
import { plainLetters } from "../text/letters";
import { hasAddress, nameOfMailbox } from "./address";
import type { ListTable } from "./table";

export const columnKinds = [
  "address",
  "name",
  "given name",
  "family name",
  "preferred name",
  "section",
  "group",
  "role",
  "number",
  "own",
  "left out",
] as const;
export type ColumnKind = (typeof columnKinds)[number];

/** Headings in the languages that registries were seen to use, folded to small letters without signs. */
const headings: Partial<Record<ColumnKind, readonly string[]>> = {
  address: [
    "email",
    "e mail",
    "mail",
    "address",
    "email address",
    "e mail address",
    "mail address",
    "adresse",
    "courriel",
    "correo",
    "correo electronico",
  ],
  "given name": [
    "given name",
    "first name",
    "forename",
    "given",
    "first",
    "givenname",
    "firstname",
    "vorname",
    "prenom",
    "nombre",
  ],
  "family name": [
    "family name",
    "last name",
    "surname",
    "family",
    "last",
    "familyname",
    "lastname",
    "nachname",
    "nom",
    "apellido",
    "apellidos",
  ],
  "preferred name": [
    "preferred name",
    "preferred",
    "known as",
    "called",
    "preferredgivenname",
    "preferred given name",
    "rufname",
  ],
  name: ["name", "full name", "fullname", "student", "student name", "person", "nom complet"],
  section: ["section", "class", "classes", "stream", "tutorial", "seminar", "cohort", "klasse", "kurs"],
  group: ["group", "group name", "team", "gruppe", "groupe", "grupo"],
  role: ["role", "function", "rolle", "rol"],
  "left out": ["groups"],
  number: [
    "number",
    "student number",
    "student id",
    "id",
    "registry number",
    "no",
    "nr",
    "sourcedid",
    "matriculation number",
    "matrikelnummer",
    "username",
    "identifier",
  ],
};

const fold = (heading: string) =>
  plainLetters(heading)
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/**
 * One kind for each column. Each kind is proposed once, but for "own" (a column of the course's own) and
 * "left out".
 */
export function proposeColumns({ headings: titles, rows }: ListTable): ColumnKind[] {
  const width = titles?.length ?? rows[0]?.length ?? 0;
  const taken = new Set<ColumnKind>();
  const take = (kind: ColumnKind): ColumnKind => {
    taken.add(kind);
    return kind;
  };
  const proposed: (ColumnKind | null)[] = Array.from({ length: width }, (_, column) => {
    const kind = titles && kindOfHeading(titles[column]!);
    return kind === "left out" ? kind : kind && !taken.has(kind) ? take(kind) : null;
  });
  const sample = rows.slice(0, 200);
  if (!taken.has("address")) {
    const best = mostOften(width, (column) =>
      proposed[column] ? 0 : sample.filter((cells) => hasAddress(cells[column]!)).length,
    );
    if (best !== null) proposed[best] = take("address");
  }
  const isNamed = taken.has("name") || taken.has("given name") || taken.has("family name");
  const namedByMailbox = proposed.some(
    (kind, column) => kind === "address" && sample.some((cells) => nameOfMailbox(cells[column]!) !== ""),
  );
  if (!isNamed && !namedByMailbox) {
    const best = mostOften(width, (column) =>
      proposed[column] ? 0 : sample.filter((cells) => looksLikeName(cells[column]!)).length,
    );
    if (best !== null) proposed[best] = take("name");
  }
  return proposed.map(
    (kind, column) =>
      kind ??
      (titles && titles[column] !== "" && sample.some((cells) => cells[column] !== "") ? "own" : "left out"),
  );
}

function kindOfHeading(heading: string): ColumnKind | null {
  const folded = fold(heading);
  for (const kind of columnKinds) if (headings[kind]?.includes(folded)) return kind;
  return null;
}

function looksLikeName(cell: string): boolean {
  return /^\p{L}[\p{L}\p{M}'’.\- ,]*$/u.test(cell) && cell.length > 1;
}

/** The column with the highest count, the first of several; null if all are 0. */
function mostOften(width: number, count: (column: number) => number): number | null {
  const counts = Array.from({ length: width }, (_, column) => count(column));
  const most = Math.max(0, ...counts);
  return most > 0 ? counts.indexOf(most) : null;
}
