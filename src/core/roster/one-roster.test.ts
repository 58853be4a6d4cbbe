import fc from "fast-check";
import { strToU8, zipSync } from "fflate";
import { expect, test } from "vitest";
import { roles } from "../access/may";
import { listedPeople, readRole } from "./listed";
import { readPeopleFile } from "./file";
import { readArchive } from "./one-roster";
import { writeArchive } from "./one-roster-export";

const course = {
  id: "rivers",
  title: "Urban rivers",
  term: "Spring",
  startsOn: "2026-02-02",
  endsOn: "2026-06-30",
};
const at = new Date("2026-03-16T10:00:00Z");

const person = fc.record({
  given: fc.constantFrom("Mira", "Åse", "明", "=cmd", "O'Brien, J."),
  family: fc.constantFrom("", "Okonjo", 'Da"hl'),
  preferred: fc.constantFrom("", "Mimi"),
  role: fc.constantFrom(...roles),
  section: fc.constantFrom("", "A", "B"),
});

test.each(["1.1", "1.2"] as const)("people written as version %s are read back", (version) => {
  fc.assert(
    fc.property(fc.array(person, { minLength: 1, maxLength: 12 }), (list) => {
      const people = list.map((each, index) => ({
        ...each,
        id: `p${index}`,
        number: `n${index}`,
        address: `p${index}@rivers.example`,
      }));
      const read = readArchive(writeArchive(course, people, version, at));
      if (read.kind !== "archive") throw new Error(read.missing);
      const { table, kinds } = read.people(new Set(read.classes.map(({ id }) => id)));
      const listed = listedPeople(table, kinds);
      expect(listed).toHaveLength(people.length);
      const many = new Set(people.map(({ section }) => section)).size > 1;
      for (const { role, section, preferred, id: _, ...rest } of people) {
        const found = listed.find(({ number }) => number === rest.number)!;
        expect(found).toMatchObject({
          ...rest,
          preferred: version === "1.2" ? preferred : "",
          section: many ? section || "Urban rivers" : "",
        });
        expect(readRole(found.role)).toBe(role);
      }
    }),
    { seed: 21, numRuns: 500 },
  );
});

test("rows marked as deleted and users who are disabled are left out; of several classes only the chosen ones count", () => {
  const archive = new Map([
    [
      "users.csv",
      "sourcedId,status,enabledUser,givenName,familyName,email,role\nu1,active,true,Mira,Okonjo,mira@rivers.example,student\nu2,tobedeleted,true,Jonas,Feld,j@rivers.example,student\nu3,active,false,Lena,H,l@rivers.example,student\nu4,,true,Omar,B,o@rivers.example,student",
    ],
    ["classes.csv", "sourcedId,status,title,courseSourcedId\nc1,active,Monday,s\nc2,active,,s"],
    ["courses.csv", "sourcedId,title\ns,Urban rivers"],
    [
      "enrollments.csv",
      "sourcedId,status,classSourcedId,userSourcedId,role\n1,active,c1,u1,student\n2,active,c1,u2,student\n3,active,c1,u3,student\n4,active,c2,u4,student\n5,tobedeleted,c2,u1,student",
    ],
  ]);
  const read = readArchive(archive);
  if (read.kind !== "archive") throw new Error(read.missing);
  expect(read.classes).toEqual([
    { id: "c1", title: "Monday", people: 1 },
    { id: "c2", title: "Urban rivers", people: 1 },
  ]);
  const { table, kinds } = read.people(new Set(["c1"]));
  expect(listedPeople(table, kinds)).toMatchObject([
    { name: "Mira Okonjo", address: "mira@rivers.example", number: "u1", section: "" },
  ]);
});

test("an archive without its files names the first that is missing", () => {
  expect(readArchive(new Map([["users.csv", ""]]))).toEqual({ kind: "refused", missing: "classes.csv" });
});

test("a file is taken for what it holds: an archive, a list, or neither", () => {
  const packed = zipSync(
    Object.fromEntries(
      [...writeArchive(course, [], "1.2", at)].map(([name, text]) => [`export/${name}`, strToU8(text)]),
    ),
  );
  expect(readPeopleFile(packed)).toMatchObject({ kind: "archive", archive: { classes: [] } });
  expect(readPeopleFile(zipSync({ "notes.txt": strToU8("hello") }))).toEqual({
    kind: "refused",
    problem: "not a roster",
    missing: "users.csv",
  });
  expect(readPeopleFile(packed.subarray(0, 60))).toEqual({ kind: "refused", problem: "broken archive" });
  expect(readPeopleFile(strToU8("name,mail\nMira,mira@rivers.example"))).toMatchObject({
    kind: "list",
    encoding: "UTF-8",
    table: { headings: ["name", "mail"] },
  });
  expect(readPeopleFile(Uint8Array.from([0xff, 0xd8, 0xff, 0xe0, 0, 16]))).toEqual({
    kind: "refused",
    problem: "not text",
  });
  expect(readPeopleFile(new Uint8Array())).toEqual({ kind: "refused", problem: "empty" });
});
