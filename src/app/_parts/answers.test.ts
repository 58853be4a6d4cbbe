import { expect, test } from "vitest";
import { fromJson } from "./answers";

test("what a form sends is read up to a length, and what is no JSON is nothing", () => {
  expect(fromJson('{"a":1}')).toEqual({ a: 1 });
  expect(fromJson(JSON.stringify("x".repeat(300_000)))).toBeNull();
  expect(fromJson(JSON.stringify("x".repeat(300_000)), 8_000_000)).toHaveLength(300_000);
  for (const sent of ["{", "", null, 7, undefined, {}]) expect(fromJson(sent)).toBeNull();
});
