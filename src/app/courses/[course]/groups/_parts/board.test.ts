import { expect, test } from "vitest";
import { type BoardGroup, filledUp, moved, nextName, remade, unplaced } from "./board";

const group = (name: string, ...members: string[]): BoardGroup => ({ id: name, name, topic: "", members });
const groups = [group("Group 1", "mira", "jonas"), group("Group 2", "priya")];

test("a person who is moved is in one group alone, or in none", () => {
  expect(moved(groups, "mira", 1).map(({ members }) => members)).toEqual([["jonas"], ["priya", "mira"]]);
  expect(moved(groups, "priya", null).map(({ members }) => members)).toEqual([["mira", "jonas"], []]);
  expect(unplaced(moved(groups, "priya", null), ["mira", "priya", "omar"])).toEqual(["priya", "omar"]);
});

test("new groups by chance take over names and topics, and get names of their own beyond these", () => {
  expect(nextName([group("Group 2")])).toBe("Group 3");
  expect(remade(groups, [["a"], ["b"], ["c"]])).toEqual([
    { ...groups[0], members: ["a"] },
    { ...groups[1], members: ["b"] },
    { id: null, topic: "", name: "Group 3", members: ["c"] },
  ]);
});

test("those who are left go to the smallest groups", () => {
  expect(filledUp(groups, ["omar", "lena", "una"], 4).map(({ members }) => members.length)).toEqual([3, 3]);
});
