/** The assignment of the demo and the pages that each of its wikis begins with. */
import type { Expectation } from "@/core/assignment/expected";

export const assignmentTitle = "Restoration dossier";

export const brief =
  `Each group takes one river and makes the case for restoring a stretch of it. By the end the dossier should let a town council
that has never stood on the bank decide what to do, in what order, and at what cost.

Write together: correct each other's pages, and use the comments to settle what you disagree about.`.replace(
    /(?<!\n)\n(?!\n)/g,
    " ",
  );

/**
 * What the demo's assignment expects: of each student to have worked on several days and to have talked, of
 * the wiki to hang together.
 */
export const expected: readonly Expectation[] = [
  { of: "student", measure: "entries", number: 4, by: null, shown: true },
  { of: "student", measure: "days", number: 3, by: null, shown: true },
  { of: "student", measure: "comments", number: 1, by: null, shown: true },
  { of: "wiki", kind: "page", title: "Restoration plan", shown: true },
  { of: "wiki", kind: "section", title: "Restoration plan", heading: "What could go wrong", shown: true },
  { of: "wiki", kind: "home links to all", shown: true },
];

export const starterPages: readonly { readonly title: string; readonly text: string }[] = [
  {
    title: "Home",
    text: `What is your river, and why should anybody care about it? Write this page for a reader who has two minutes. The evidence belongs on [[The river today]], the work on [[Restoration plan]].

## The river in brief

## What we propose`,
  },
  {
    title: "The river today",
    text: `Describe what you saw, measured and were told. Say which is which.

## Course and catchment

## What lives here

## What has gone wrong`,
  },
  {
    title: "Restoration plan",
    text: `List the measures in the order in which they should be done, each with its reason, its cost and its risk.

## Measures

## What could go wrong`,
  },
];

/**
 * Under which heading of the starter pages a story's part belongs. Other parts go to the end of their page.
 */
export const headingOf: Readonly<Record<string, string>> = {
  brief: "The river in brief",
  proposal: "What we propose",
  course: "Course and catchment",
  life: "What lives here",
  wrong: "What has gone wrong",
  measures: "Measures",
  risks: "What could go wrong",
};
