import { expect, test } from "vitest";
import { attributesOfMark, attributesOfNode } from "./attributes";
import { nodeTable, nodeTypes, storedMarks } from "./parts";
import { pageSchema } from "./schema";

test("the tables name the parts of the schema, and no others", () => {
  const { nodes, marks } = pageSchema();
  expect(Object.keys(nodes).sort()).toEqual([...nodeTypes].sort());
  expect(Object.keys(marks).sort()).toEqual([...storedMarks].sort());
  expect([Object.keys(attributesOfNode).sort(), Object.keys(attributesOfMark).sort()]).toEqual([
    [...nodeTypes].sort(),
    [...storedMarks].sort(),
  ]);
});

test("what a part is said to hold is what the schema lets stand in it", () => {
  for (const type of nodeTypes) {
    const { contentMatch, isAtom, isText, inlineContent } = pageSchema().nodes[type]!;
    const holds = inlineContent
      ? "text"
      : isText || isAtom || contentMatch.defaultType === null
        ? "nothing"
        : "parts";
    expect([type, nodeTable[type].holds]).toEqual([type, holds]);
  }
});

test("files are named by attributes that there are", () => {
  for (const type of nodeTypes)
    for (const name of nodeTable[type].files)
      expect(Object.keys(pageSchema().nodes[type]!.spec.attrs ?? {})).toContain(name);
});
