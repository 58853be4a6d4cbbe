/** The worked examples of the page that explains the figures. */
import type { EntryFigures } from "@/core/credit/account";
import type { Step } from "./run";

export interface Example {
  /** Its place on the page, as tooltips name it. */
  readonly id: string;
  readonly title: string;
  readonly says: string;
  readonly steps: readonly Step[];
  /** What the last step must come to; a test holds the page to it. */
  readonly comesTo: Partial<EntryFigures>;
}

/** In the order of their marks. */
export const exampleAuthors = ["Mira", "Jonas", "Priya"];

const weir = "Osier Weir was built to feed the mill. Trout cannot pass it when the water is low.";
const bank = "The left bank is held by old willows, and three of them lean far over the water.";
const planting =
  "The lower reach was cleared of litter by our group in the second week of term, and the banks were planted with osier.";
const plan = "We will lay a ramp of rough stone below the weir before the first of March.";

export const wordExamples: readonly Example[] = [
  {
    id: "added",
    title: "Added",
    says: "A word that stood nowhere in the wiki before is new, and it is credited to whoever saved it. What stays around it stays its author’s.",
    steps: [
      { who: "Mira", does: "writes two sentences", text: weir },
      {
        who: "Jonas",
        does: "adds two words and puts one word for another",
        text: weir.replace("the mill", "the old paper mill").replace("low", "shallow"),
      },
    ],
    comesTo: { added: 3, removedOthers: 1 },
  },
  {
    id: "moved",
    title: "Moved",
    says: "Text that leaves one place and stands in another keeps its author. To arrange a page writes nothing new and removes nothing.",
    steps: [
      { who: "Mira", does: "writes a paragraph", text: weir },
      { who: "Jonas", does: "writes another below it", text: `${weir}\n\n${bank}` },
      { who: "Priya", does: "puts the second paragraph first", text: `${bank}\n\n${weir}` },
    ],
    comesTo: { added: 0, moved: 17, removedOthers: 0 },
  },
  {
    id: "carried",
    title: "Carried over",
    says: "Text that stands elsewhere in the wiki, or was taken from another of its pages, keeps its author on the new page too. To split a page in two, or to copy a paragraph, writes nothing.",
    steps: [
      { who: "Mira", does: "writes about the weir", text: weir },
      {
        who: "Jonas",
        does: "copies her paragraph to a page of its own and adds a sentence",
        page: "weir",
        text: `${weir} Eels wait below it.`,
      },
    ],
    comesTo: { added: 4, carried: 17 },
  },
  {
    id: "restored",
    title: "Restored",
    says: "Text that was removed and comes back is its author’s again, whoever brings it back, by whatever means, and also if a word in it changed. Each page remembers what was removed from it, and where.",
    steps: [
      { who: "Mira", does: "writes two paragraphs", text: `${weir}\n\n${plan}` },
      { who: "Jonas", does: "removes the first and writes a sentence", text: `${plan} It costs little.` },
      {
        who: "Priya",
        does: "types the first paragraph again, with one word changed",
        text: `${weir.replace("Trout", "Eels")}\n\n${plan} It costs little.`,
      },
    ],
    comesTo: { added: 1, restored: 16 },
  },
  {
    id: "brought-back",
    title: "Restored and changed",
    says: "A page that reads as it did before has the credit that it had then, word by word, and so has one that was put back and then written on: only what is new in it is credited to whoever saved it. The last two dozen states of a page are known again like this, even where they are pasted. A whole text that goes to another page takes its credit along.",
    steps: [
      { who: "Mira", does: "writes two paragraphs", text: `${weir}\n\n${bank}` },
      {
        who: "Jonas",
        does: "writes the page anew",
        text: "Nothing can be done at Osier Weir until the mill is sold, and the water is too low by then.\n\nThe willows are old.",
      },
      {
        who: "Priya",
        does: "puts the page back and adds a sentence",
        text: `${weir}\n\n${bank} Jonas wants them felled.`,
      },
    ],
    comesTo: { added: 4 },
  },
  {
    id: "corrected",
    title: "Corrected",
    says: "A word that differs only by spelling from the one in its place keeps its author, and the entry counts a correction. Capitals, punctuation and format count as restyling. Another number is another word.",
    steps: [
      {
        who: "Mira",
        does: "writes in a hurry",
        text: "the sedimant settels behind Osier Weir, about 30 loads a year",
      },
      {
        who: "Jonas",
        does: "puts two spellings and a capital right, and another number",
        text: "The sediment settles behind Osier Weir, about 40 loads a year",
      },
    ],
    comesTo: { corrected: 2, added: 1 },
  },
  {
    id: "reworded",
    title: "Reworded",
    says: "Whoever goes through a text and puts other words in it here and there is credited with those words. What stands between them stays its author’s, down to “the” and “of”. Of a sentence that was replaced by another, such words do not stay: they are there by chance.",
    steps: [
      { who: "Mira", does: "writes a sentence", text: planting },
      {
        who: "Jonas",
        does: "goes through it word by word",
        text: planting
          .replace("lower", "upper")
          .replace("litter", "rubbish")
          .replace("group", "class")
          .replace("second", "third")
          .replace("term", "spring")
          .replace("osier", "sedge"),
      },
    ],
    comesTo: { added: 6, removedOthers: 6 },
  },
  {
    id: "starter",
    title: "Starter text",
    says: "Headings and prompts that came with the assignment are credited to nobody, in every wiki, wherever they go.",
    steps: [
      {
        who: null,
        does: "Starter text stands on the page",
        text: "Say where the river rises and what feeds it.",
      },
      {
        who: "Priya",
        does: "answers",
        text: "Say where the river rises and what feeds it.\n\nIt rises in Larch Moss and is fed by two springs.",
      },
    ],
    comesTo: { added: 11, removedStarter: 0 },
  },
  {
    id: "phrases",
    title: "What proves nothing",
    says: "Words that everybody uses are not taken for a copy. What counts is how unlikely the same words are by chance, against how much text was searched; a phrase that stands in several places written by different people proves little.",
    steps: [
      {
        who: "Mira",
        does: "writes",
        text: "As can be seen in the figure below, the bank has slumped near the bridge.",
      },
      {
        who: "Jonas",
        does: "writes on another page",
        page: "flow",
        text: "Flow doubled in May, as can be seen in the figure below, and fell again by August.",
      },
    ],
    comesTo: { added: 17, carried: 0 },
  },
];

function some(name: string, count: number): string {
  const letter = (number: number) => String.fromCharCode(97 + number);
  return Array.from(
    { length: count },
    (_, index) => `${name}${letter(Math.floor(index / 26))}${letter(index % 26)}`,
  ).join(" ");
}

const starter = some("starter", 40);
const [firstOfMira, restOfMira] = [some("mirafirst", 100), some("mirarest", 100)];
const [movedOfJonas, restOfJonas] = [some("jonasmoved", 60), some("jonasrest", 240)];
const page = (...parts: readonly string[]) => parts.join("\n\n");
const changed = [...some("other", 5).split(" "), ...restOfMira.split(" ").slice(5)].join(" ");

/** A week of a group, told in numbers of words. */
export const week: readonly Step[] = [
  { who: null, does: "Starter text: headings and prompts", text: starter },
  { who: "Mira", does: "writes 200 words", text: page(starter, firstOfMira, restOfMira) },
  {
    who: "Jonas",
    does: "pastes 300 words at once",
    text: page(starter, firstOfMira, restOfMira, movedOfJonas, restOfJonas),
  },
  {
    who: "Priya",
    does: "removes 100 of Mira’s words and writes 20",
    text: page(starter, restOfMira, some("priya", 20), movedOfJonas, restOfJonas),
  },
  {
    who: "Mira",
    does: "restores the text after Jonas’s entry",
    text: page(starter, firstOfMira, restOfMira, movedOfJonas, restOfJonas),
  },
  {
    who: "Priya",
    does: "takes 60 of Jonas’s words off the page",
    text: page(starter, firstOfMira, restOfMira, restOfJonas),
  },
  { who: "Priya", does: "puts them on a second page", page: "second", text: movedOfJonas },
  {
    who: "Jonas",
    does: "puts 5 words in the place of 5 of Mira’s",
    text: page(starter, firstOfMira, changed, restOfJonas),
  },
];
