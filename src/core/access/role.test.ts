import { expect, test } from "vitest";
import { assists, reviewsWork, runsCourse, takesPart } from "./role";
import { roles } from "./rule";

test("what each role means, and that a guest and a stranger have none of it", () => {
  const meaning = { runsCourse, reviewsWork, assists, takesPart };
  const told = [...roles, "guest", null].map((role) => [
    role,
    Object.entries(meaning).flatMap(([name, holds]) => (holds(role as (typeof roles)[number]) ? [name] : [])),
  ]);
  expect(told).toEqual([
    ["instructor", ["runsCourse", "reviewsWork"]],
    ["assistant", ["reviewsWork", "assists"]],
    ["student", ["takesPart"]],
    ["observer", []],
    ["guest", []],
    [null, []],
  ]);
});
