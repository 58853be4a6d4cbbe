import fc from "fast-check";
import Papa from "papaparse";
import { describe, expect, test } from "vitest";
import { readAddress } from "./address";
import { proposeColumns } from "./columns";
import { decodeText } from "./decode";
import { csvText } from "./export";
import { listedPeople, readRole } from "./listed";
import { shownName } from "./names";
import { type KnownPerson, planPeople } from "./plan";
import { readTable } from "./table";

const bytes = (text: string, encoding: "utf8" | "utf16le" | "latin1") =>
  new Uint8Array(Buffer.from(text, encoding));

function table(text: string) {
  const read = readTable(text);
  if (read.kind !== "table") throw new Error(read.problem);
  return read.table;
}

/** The people of a list, by the columns that are proposed for it. */
function people(text: string) {
  const read = table(text);
  return listedPeople(read, proposeColumns(read));
}

describe("bytes", () => {
  const text = "name;mail\nSunniva Dahl;sunniva@rivers.example\nÅse Bjørnø;ase@rivers.example\n";
  test.each([
    ["UTF-8", bytes(text, "utf8"), "UTF-8"],
    ["UTF-8 with a mark", bytes(`\ufeff${text}`, "utf8"), "UTF-8"],
    ["UTF-16 with a mark", bytes(`\ufeff${text}`, "utf16le"), "UTF-16"],
    ["UTF-16 without one", bytes(text, "utf16le"), "UTF-16"],
    ["UTF-16, big end first", bytes(`\ufeff${text}`, "utf16le").map((_, at, all) => all[at ^ 1]!), "UTF-16"],
    ["Windows-1252", bytes(text, "latin1"), "Windows-1252"],
  ])("%s is read as what was written", (_, given, encoding) => {
    expect(decodeText(given)).toEqual({ kind: "text", text, encoding });
  });

  test.each([
    ["a picture", Uint8Array.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13])],
    ["a packed file", Uint8Array.from([0x50, 0x4b, 3, 4, 20, 0, 0, 0, 8, 0])],
    ["a printed document", bytes("%PDF-1.7\n1 0 obj", "utf8")],
  ])("%s is no text", (_, given) => {
    expect(decodeText(given)).toEqual({ kind: "not text" });
  });

  test("any text comes back from UTF-8 and UTF-16", () => {
    fc.assert(
      fc.property(fc.string({ unit: fc.constantFrom("a", "é", "中", "𝒳", ",", "\n", "@") }), (any) => {
        expect(decodeText(bytes(any, "utf8"))).toMatchObject({ kind: "text", text: any });
        expect(decodeText(bytes(`\ufeff${any}`, "utf16le"))).toMatchObject({ kind: "text", text: any });
      }),
      { seed: 5, numRuns: 1000 },
    );
  });
});

describe("lists, however they were written", () => {
  const mira = { address: "mira@rivers.example", name: "Mira Okonjo" };
  test.each([
    ["commas and headings", "Name,E-mail\nMira Okonjo,mira@rivers.example"],
    ["semicolons, family name first", "Nachname;Vorname;E-Mail\nOkonjo;Mira;mira@rivers.example"],
    [
      "a comma within the name",
      "Student;Email\nOkonjo, Mira;mira@rivers.example\nFeld, Jonas;jonas@rivers.example",
    ],
    ["tabs, as pasted from a spreadsheet", "mira@rivers.example\tMira Okonjo"],
    ["no headings", "Mira Okonjo,mira@rivers.example\nJonas Feld,jonas@rivers.example"],
    [
      "addresses as mail programs write them",
      "Mira Okonjo <mira@rivers.example>\nJonas Feld <jonas@rivers.example>",
    ],
    [
      "headings in capitals, a mark, empty lines and blanks",
      "\ufeffNAME , EMAIL\r\n\r\n Mira Okonjo , MIRA@Rivers.example \r\n,\r\n",
    ],
    ["quoted cells", '"Name","Mail"\n"Okonjo, Mira","mira@rivers.example"'],
    [
      "a preferred name",
      "given name|family name|preferred name|mail\nMiriam|Okonjo|Mira|mira@rivers.example",
    ],
  ])("%s", (_, text) => {
    const [first] = people(text);
    expect({ address: readAddress(first!.address), name: first!.name }).toEqual(mira);
  });

  test("columns that are nobody's business of ours become the course's own", () => {
    const read = table("Name,Mail,Language,Empty\nMira,mira@rivers.example,Igbo,");
    expect(proposeColumns(read)).toEqual(["name", "address", "own", "left out"]);
    expect(listedPeople(read, proposeColumns(read))[0]!.own).toEqual({ Language: "Igbo" });
  });

  test.each([
    ["", "empty"],
    ["\n \n;;\n", "empty"],
    [Array(70).fill("x").join(","), "too wide"],
    ["a,b@c.example\n".repeat(20_002), "too many rows"],
  ])("is refused as a whole where there is nothing to match (%#)", (text, problem) => {
    expect(readTable(text)).toEqual({ kind: "refused", problem });
  });

  test("twenty thousand lines are read", () => {
    expect(
      people(
        "name,mail\n" +
          Array.from({ length: 20_000 }, (_, at) => `Ada ${at},ada${at}@rivers.example`).join("\n"),
      ),
    ).toHaveLength(20_000);
  });

  test("what is written out as a list is read back, and no cell begins as a formula", () => {
    const cell = fc
      .string({ unit: fc.constantFrom("=", "+", "-", "@", "'", '"', ",", ";", "\n", "a", "ж", " ") })
      .map((text) => text.trim());
    fc.assert(
      fc.property(
        fc.array(
          fc.tuple(
            cell.filter((text) => !/^'[=+\-@]/.test(text)),
            cell.filter((text) => !/^'[=+\-@]/.test(text)),
          ),
          { minLength: 1, maxLength: 6 },
        ),
        (rows) => {
          const text = csvText([
            ["name", "email"],
            ...rows.map(([one, other]) => [one, other]),
            ["End", "end@rivers.example"],
          ]);
          for (const written of Papa.parse<string[]>(text, { delimiter: "," }).data.flat())
            expect(written).not.toMatch(/^[=+\-@]/);
          const kept = rows.filter((row) => row.some((each) => /[^\s,;]/.test(each)));
          expect(table(text).rows.slice(0, -1)).toEqual(kept.map((row) => [...row]));
        },
      ),
      { seed: 8, numRuns: 1000 },
    );
  });
});

describe("names", () => {
  test.each([
    [{ name: "Åsa" }, "Åsa"],
    [{ given: "Suharto" }, "Suharto"],
    [{ family: "X" }, "X"],
    [{ given: "明", family: "李" }, "明 李"],
    [{ given: "Miriam", family: "Okonjo", preferred: "Mimi" }, "Mimi Okonjo"],
    [{ given: "Miriam", family: "Okonjo", preferred: "Mimi O. Adeyemi" }, "Mimi O. Adeyemi"],
    [{ name: "Miriam Okonjo", preferred: "Mimi" }, "Mimi"],
    [{ name: "A, B, C" }, "A, B, C"],
  ])("%o is shown as %s", (parts, shown) => {
    expect(shownName({ name: "", given: "", family: "", preferred: "", ...parts })).toBe(shown);
  });
});

describe("the dry run", () => {
  const known = (over: Partial<KnownPerson>): KnownPerson => ({
    id: "1",
    address: "mira@rivers.example",
    name: "Mira Okonjo",
    role: "student",
    hasLeft: false,
    mergedInto: null,
    isActive: false,
    given: "",
    family: "",
    preferred: "",
    section: "",
    number: "",
    own: {},
    ...over,
  });
  const plan = (
    text: string,
    people: readonly KnownPerson[] = [],
    groups: readonly string[] | null = null,
  ) => {
    const read = table(text);
    const kinds = proposeColumns(read);
    const holds = new Set(
      kinds.map(
        (kind) =>
          ({ "given name": "given", "family name": "family", "preferred name": "preferred" })[
            kind as string
          ] ?? kind,
      ),
    );
    if (kinds.some((kind) => /name$/.test(kind))) holds.add("name");
    return planPeople(listedPeople(read, kinds), people, { groups, holds });
  };
  const faultsOf = (rows: ReturnType<typeof plan>) =>
    rows.map((row) => (row.kind === "faulty" ? row.faults.map(({ fault }) => fault) : row.kind));

  test("new, changed, unchanged, and back on the course", () => {
    const people = [
      known({}),
      known({ id: "2", address: "jonas@rivers.example", name: "Jonas Feld", section: "A" }),
      known({ id: "3", address: "una@rivers.example", name: "Una", role: null }),
      known({ id: "4", address: "lea@rivers.example", name: "Lea", hasLeft: true }),
    ];
    const rows = plan(
      "name,mail,section\nMira Okonjo,MIRA@rivers.example,\nJonas Feld,jonas@rivers.example,B\nUna,una@rivers.example,B\nOmar,omar@rivers.example,B\nLea,lea@rivers.example,",
      people,
    );
    expect(rows).toMatchObject([
      { kind: "unchanged", person: "1" },
      { kind: "changed", person: "2", changes: [{ field: "section", from: "A", to: "B" }] },
      { kind: "new", person: "3", role: "student" },
      { kind: "new", person: null },
      { kind: "changed", person: "4", changes: [{ field: "back on the course" }] },
    ]);
  });

  test.each([
    ["no address", "name,mail\nMira,\nJonas,jonas@rivers.example", [["no address"], "new"]],
    [
      "an address that is none",
      "name,mail\nMira,mira at rivers\nJonas,jonas@rivers.example",
      [["bad address"], "new"],
    ],
    [
      "an address twice, in other capitals",
      "name,mail\nMira,m@rivers.example\nMimi,M@rivers.example",
      ["new", ["address twice"]],
    ],
    [
      "a number twice",
      "name,mail,student number\nMira,m@rivers.example,7\nJonas,j@rivers.example,7",
      ["new", ["number twice"]],
    ],
    ["no name", "name,mail\n,m@rivers.example\nJonas,j@rivers.example", [["no name"], "new"]],
    ["a word that is no role", "name,mail,role\nMira,m@rivers.example,captain", [["unknown role"]]],
    [
      "a name longer than any",
      `name,mail\n${"x".repeat(201)},m@rivers.example\n${"y".repeat(200)},n@rivers.example\nZ,z@rivers.example`,
      [["too long"], "new", "new"],
    ],
  ])("says that a row has %s", (_, text, result) => {
    expect(faultsOf(plan(text))).toEqual(result);
  });

  test("an address of somebody else, by the registry's number", () => {
    const people = [
      known({ number: "7" }),
      known({ id: "2", address: "jonas@rivers.example", name: "Jonas Feld", number: "8" }),
    ];
    expect(plan("name,mail,student number\nMira Okonjo,jonas@rivers.example,7", people)).toMatchObject([
      { faults: [{ fault: "address of somebody else", name: "Jonas Feld" }] },
    ]);
  });

  test("a new address is taken over until the account is its owner's", () => {
    const text = "name,mail,student number\nMira Okonjo,new@rivers.example,7";
    expect(plan(text, [known({ number: "7" })])).toMatchObject([
      { kind: "changed", changes: [{ field: "address", to: "new@rivers.example" }] },
    ]);
    expect(faultsOf(plan(text, [known({ number: "7", isActive: true })]))).toEqual([["has own address"]]);
  });

  test("a list of students makes no student of an instructor, and an unknown group is named", () => {
    expect(
      faultsOf(
        plan("name,mail\nInes,ines@rivers.example", [
          known({ address: "ines@rivers.example", role: "instructor" }),
        ]),
      ),
    ).toEqual([["other role"]]);
    expect(
      faultsOf(
        plan(
          "name,mail,group\nMira,m@rivers.example,alder brook\nJonas,j@rivers.example,Elsewhere",
          [],
          ["Alder Brook"],
        ),
      ),
    ).toEqual(["new", ["unknown group"]]);
  });

  test("a list that does not tell of something leaves it alone", () => {
    const people = [
      known({
        section: "A",
        number: "7",
        given: "Miriam",
        preferred: "Mira",
        family: "Okonjo",
        own: { Language: "Igbo" },
      }),
    ];
    expect(faultsOf(plan("given name,family name,mail\nMiriam,Okonjo,mira@rivers.example", people))).toEqual([
      "unchanged",
    ]);
  });

  test("reading the same list again changes nothing", () => {
    const person = fc.record({
      given: fc.constantFrom("Åse", "Li", "O"),
      family: fc.constantFrom("", "Dahl"),
      section: fc.constantFrom("", "A", "B"),
      own: fc.constantFrom("", "Igbo"),
    });
    fc.assert(
      fc.property(fc.array(person, { minLength: 1, maxLength: 12 }), (list) => {
        const text = csvText([
          ["given name", "family name", "mail", "section", "Language"],
          ...list.map((each, at) => [
            each.given,
            each.family,
            `p${at}@rivers.example`,
            each.section,
            each.own,
          ]),
        ]);
        const first = plan(text);
        const after = first.map((row, at) =>
          known({ ...row.listed, id: String(at), address: `p${at}@rivers.example`, role: "student" }),
        );
        expect(new Set(faultsOf(plan(text, after)))).toEqual(new Set(["unchanged"]));
      }),
      { seed: 12, numRuns: 1000 },
    );
  });

  test("roles by their words", () => {
    expect(["TA", "teacher", "", "Guest", "captain"].map(readRole)).toEqual([
      "assistant",
      "instructor",
      "student",
      "observer",
      null,
    ]);
  });
});
