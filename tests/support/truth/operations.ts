/** The operations that accuracy is reported for, each alone, and mixed. */
import {
  bringBack,
  bringBackChanged,
  copy,
  copyChanged,
  cutAcross,
  insert,
  move,
  nearCopy,
  polish,
  remove,
  reorganise,
  replace,
  replaceSentences,
  respell,
  restyle,
  rewriteAll,
  tabulate,
} from "./edits";
import type { Habits, Size } from "./history";

export interface Operation {
  readonly name: string;
  readonly habits: Habits;
  /** What part of all words must have the right entry. */
  readonly wanted: number;
  readonly pages?: number;
}

const some = [
  [insert, 3],
  [remove, 1],
] as const;
const most = [
  [insert, 5],
  [remove, 2],
  [replace, 4],
  [move, 1.5],
  [copy, 0.5],
  [bringBack, 1],
  [restyle, 0.7],
  [respell, 0.7],
] as const;

export const operations: readonly Operation[] = [
  { name: "inserting", habits: { edits: [[insert, 1]], editsAtOnce: 2 }, wanted: 1 },
  { name: "deleting", habits: { edits: some, editsAtOnce: 2 }, wanted: 1 },
  { name: "restyling, respelling", habits: { edits: [...some, [restyle, 3], [respell, 2]] }, wanted: 1 },
  { name: "blanking and restoring", habits: { edits: some, blanking: 2 }, wanted: 1 },
  { name: "exact reverts", habits: { edits: [...some, [replace, 2]], reverting: 2 }, wanted: 0.998 },
  { name: "reverts with an edit", habits: { edits: [...some], revertingWithEdit: 2 }, wanted: 0.999 },
  { name: "bringing back later", habits: { edits: [...some, [remove, 1], [bringBack, 2]] }, wanted: 0.998 },
  {
    name: "cutting across sentences, bringing back",
    habits: { edits: [...some, [replace, 1], [cutAcross, 2], [bringBack, 2]] },
    wanted: 0.995,
  },
  {
    name: "replacing",
    habits: {
      edits: [
        [insert, 1],
        [replace, 3],
      ],
    },
    wanted: 0.998,
  },
  {
    name: "replacing half of all sentences",
    habits: { edits: [...some, [replaceSentences, 0.3]] },
    wanted: 0.995,
  },
  { name: "going through it word by word", habits: { edits: [...some, [polish, 2]] }, wanted: 0.96 },
  { name: "moving", habits: { edits: [...some, [move, 3]] }, wanted: 0.995 },
  { name: "moving and changing at once", habits: { edits: [...some, [reorganise, 2]] }, wanted: 0.99 },
  {
    name: "moving all, changing a third of it",
    habits: { edits: [...some, [rewriteAll, 0.3]] },
    wanted: 0.96,
  },
  { name: "moving across pages", habits: { edits: some, acrossPages: 2 }, wanted: 0.995, pages: 4 },
  { name: "copying", habits: { edits: [...some, [copy, 2]] }, wanted: 0.99 },
  {
    name: "copying, bringing back, changed",
    habits: { edits: [...some, [remove, 1], [copyChanged, 1], [bringBackChanged, 1]] },
    wanted: 0.99,
  },
  { name: "pages exchanging their texts", habits: { edits: some, exchanging: 0.5 }, wanted: 0.995, pages: 3 },
  {
    name: "near-identical paragraphs",
    habits: { edits: [...some, [nearCopy, 1], [replace, 1], [move, 1]] },
    wanted: 0.99,
  },
  { name: "tables from text", habits: { edits: [...some, [tabulate, 1]] }, wanted: 0.99 },
  {
    name: "mixed, no blanking",
    habits: { edits: most, editsAtOnce: 3, acrossPages: 0.5 },
    wanted: 0.995,
    pages: 2,
  },
  {
    name: "mixed",
    habits: {
      edits: most,
      editsAtOnce: 3,
      blanking: 0.7,
      reverting: 0.7,
      revertingWithEdit: 0.7,
      acrossPages: 0.7,
    },
    wanted: 0.995,
    pages: 3,
  },
];

export const sizes: readonly Size[] = [
  { authors: 5, entries: 60, words: 800 },
  { authors: 5, entries: 300, words: 1500 },
];
