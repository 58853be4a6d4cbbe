/**
 * What the instructor and her assistant made of the earlier assignment: sheet, judgements, evidence,
 * feedback.
 */
import type { CriteriaSheet } from "@/core/marks/criteria";
import type { PartyName } from "./parties";

const level = (id: string, title: string, points: string, description: string) => ({
  id,
  title,
  points,
  description,
});

export const surveySheet: CriteriaSheet = {
  outOf: "100",
  rounding: "1",
  labels: [
    { from: "85", title: "Very good" },
    { from: "70", title: "Good" },
    { from: "55", title: "Fair" },
    { from: "40", title: "Enough" },
  ],
  criteria: [
    {
      id: "place",
      title: "Found again",
      description: "Could somebody who was not there find the same places?",
      of: "group",
      weight: "1",
      judging: {
        by: "levels",
        levels: [
          level("lost", "Lost", "0", "Beginning or end can’t be found."),
          level("about", "About", "1", "One would find the reach, not the places on it."),
          level("sure", "Sure", "2", "Every place that matters can be found."),
        ],
      },
    },
    {
      id: "seen",
      title: "Observation",
      description: "What was seen, in words that let a reader see it.",
      of: "group",
      weight: "2",
      judging: {
        by: "levels",
        levels: [
          level("general", "General", "0", "It could be any river."),
          level("some", "In places", "1", "Some of it is seen."),
          level("close", "Close", "2", "Most of it is seen closely."),
          level("sharp", "Sharp", "3", "A reader would recognise the place."),
        ],
      },
    },
    {
      id: "measured",
      title: "Measurement",
      description: "The same things, in the same way, on both walks.",
      of: "group",
      weight: "2",
      judging: {
        by: "levels",
        levels: [
          level("none", "None", "0", "Nothing can be compared."),
          level("once", "Once", "1", "Measured, but not alike on both walks."),
          level("alike", "Alike", "2", "Alike on both walks."),
          level("doubted", "Alike, and doubted", "3", "Alike, with how sure it is."),
        ],
      },
    },
    {
      id: "apart",
      title: "Seen, measured, guessed",
      description: "Are the three kept apart?",
      of: "group",
      weight: "1",
      judging: {
        by: "levels",
        levels: [
          level("mixed", "Mixed", "0", "Guesses stand as facts."),
          level("mostly", "Mostly", "1", "Kept apart, with slips."),
          level("apart", "Kept apart", "2", "A reader always knows which is which."),
        ],
      },
    },
    {
      id: "language",
      title: "Language",
      description: "Clear, short, correct.",
      of: "group",
      weight: "1",
      judging: { by: "points", most: "10" },
    },
    {
      id: "second",
      title: "Second walk written up",
      description: "The field notes have their second walk.",
      of: "group",
      weight: "0.5",
      judging: {
        by: "expectation",
        expectation: JSON.stringify({
          of: "wiki",
          kind: "section",
          title: "Field notes",
          heading: "Second walk",
          shown: true,
        }),
      },
    },
  ],
  students: {
    how: "by share",
    k: "0.4",
    lowest: "0.75",
    highest: "1.15",
    figures: [
      { figure: "standing", weight: "3" },
      { figure: "comments", weight: "1" },
    ],
  },
};

/** Levels and points by criterion, in the sheet's order but for the one that is checked by itself. */
export const surveyJudgements: Readonly<
  Record<PartyName, readonly [place: string, seen: string, measured: string, apart: string, language: string]>
> = {
  "Weir Lane": ["sure", "close", "alike", "mostly", "8"],
  "Mill Green": ["sure", "some", "alike", "mostly", "7.5"],
  "Canal Basin": ["sure", "sharp", "alike", "apart", "9"],
  "Ford Street": ["about", "close", "doubted", "apart", "8.5"],
  "Upper Meadow": ["about", "sharp", "alike", "apart", "9"],
  "Station Bridge": ["sure", "close", "doubted", "apart", "8"],
};

/** What each party was told. */
export const partyFeedback: Readonly<Record<PartyName, string>> = {
  "Weir Lane":
    "You read the same water with two gauges and said that they differ. Most people choose one and keep quiet. Next time measure the riffle that went under from its banks, so that the rain takes nothing from you.",
  "Mill Green":
    "The walks are sound and alike. The history came on the last night, in one piece, and the party did not have time to make it its own: ask each other where a text is from while there is time to ask.",
  "Canal Basin":
    "The week without the bakery is the finding of the year, and you had the sense to call it a reason to ask. One of you wrote nearly all of it. Talk about that before the next piece of work.",
  "Ford Street":
    "Ten stones where there was one: this is how an observation becomes a measurement. Say where each heap lies, so that somebody can go back to it.",
  "Upper Meadow":
    "I could walk your seven bends from the page. Mark the gates on a map: a reader without one would start at the wrong meadow.",
  "Station Bridge":
    "You asked before you went in, threw three oranges where others throw one, and left open what you could not see. Two of the four of you carried the notes; share the next ones out.",
};

/** Two lines for each student. */
export const studentFeedback: Readonly<Record<string, readonly [string, string]>> = {
  "Mira Okonjo": [
    "You asked the question about the gauge that made the notes better.",
    "Write more of the notes yourself next time: your first page shows that you can.",
  ],
  "Deniz Aksoyan": [
    "The mint is in my nose still. That is what observation is for.",
    "Your second paragraph links the two walks; it was missing until you wrote it.",
  ],
  "Grace Tolliver": [
    "Careful notes, and you put both readings in when you were asked.",
    "Give times for each count, not for the walk as a whole.",
  ],
  "Idris Vaughn": [
    "You measured after rain what the others measured dry, and said so.",
    "Comment on what others write. You see things, and keep them to yourself.",
  ],
  "Jonas Feld": [
    "Both ends, both walks, and a good question about the silt.",
    "Leave some of the writing to the others, and ask them for it early.",
  ],
  "Aoife Brannock": [
    "You went back to measure the gravel again. Good.",
    "Say how you measured the depth at the sluice; I could not tell.",
  ],
  "Omar Benhadi": [
    "Your history reads well, and came from one hand in one evening.",
    "I could not see where it was written. Keep your drafts in the wiki next time, with your sources.",
  ],
  "Saoirse Delaney": [
    "I have nothing of yours to say anything about.",
    "Come and see me: I would like to know what happened, and the next assignment is a new start.",
  ],
  "Priya Nandakumar": [
    "Exact, patient, and honest about what one week can show.",
    "You carried the work. Learn to hand it over: a party of four is stronger than one good writer.",
  ],
  "Lena Hartvig": [
    "Asking whose the pipe was led to the answer that mattered.",
    "I would have liked a walk written up by you.",
  ],
  "Sunniva Dahl": [
    "The kingfisher belongs in the notes, and you put it there.",
    "One line is little for three weeks. What else did you see?",
  ],
  "Hana Veselka": [
    "You saw what the finding was, and said so before anybody else.",
    "The list of what you carried is useful. Write up what you saw, too.",
  ],
  "Callum Wray": [
    "You say what the heaps may do, and what you can't say. Exactly right.",
    "Answer Rory in the discussion, not only on the page.",
  ],
  "Tomas Quill": [
    "You took Rory’s ten stones in within half an hour, with thanks to the numbers.",
    "Say how you chose the stone that you turned first.",
  ],
  "Yuki Morisada": [
    "Four ways in which a garden meets the water: I had never counted.",
    "Your last change is small and matters. Do more of that.",
  ],
  "Rory McAllan": [
    "Going back to turn ten stones was the best hour of the whole survey.",
    "Put the places on a sketch, so that the ten can be found again.",
  ],
  "Ewan Strachie": [
    "The dog’s and the otter’s: a sentence that makes a reader look.",
    "Join the discussion. The otter was decided without you.",
  ],
  "Noor Halabi": [
    "You measured the valley and the water, and told us why they differ.",
    "Your doubt about the frost is in the right place.",
  ],
  "Chidi Amaechi": [
    "Seven cliffs, to the centimetre, twice. Thank you.",
    "You gave the width of the print when you were asked: give it at once next time.",
  ],
  "Marta Kowalik": [
    "Your question about the mink made the otter safer.",
    "The fallen piece, as long as a door: I can see it.",
  ],
  "Beatriz Lanza": [
    "You took back a claim that the party could not hold. That is rare.",
    "Write down when you threw the orange, and who caught it.",
  ],
  "Felix Oduya": [
    "Above, through and below: the whole reach in three words.",
    "One paragraph in three weeks is too little to learn by.",
  ],
  "Elin Sorby": [
    "The sound in the tunnel, long before one sees it. Good.",
    "Say how deep a small fish needs, with a source.",
  ],
  "Pavel Drury": [
    "Three throws each would be a measurement, and you made it one.",
    "Your notes could be read by a stranger. Keep that up.",
  ],
};

export interface Said {
  readonly did: readonly [number, number, number, number];
  readonly relied: readonly [number, number, number, number];
}
/** What the members of Canal Basin said of each of the four, themselves included, in the order of joining. */
export const canalAnswers: readonly Said[] = [
  { did: [3, 2, 1, 2], relied: [3, 2, 1, 2] },
  { did: [3, 2, 1, 2], relied: [3, 3, 2, 2] },
  { did: [3, 2, 2, 2], relied: [3, 3, 2, 3] },
  { did: [2, 2, 1, 3], relied: [3, 2, 2, 3] },
];
export const canalLines: readonly string[] = [
  "Lena did the telephoning for the second week, which nobody sees in the wiki.",
  "Priya wrote it, but we all walked. Hana read every page aloud before we handed it in.",
  "",
  "I carried the plate and read the notes aloud. It is not in the record.",
];

export const roundQuestions = [
  {
    id: "did",
    text: "How much of the work did they do?",
    levels: ["Nothing", "Less than their part", "Their part", "More than their part"],
  },
  { id: "relied", text: "Could the party rely on them?", levels: ["No", "Sometimes", "Mostly", "Always"] },
];
