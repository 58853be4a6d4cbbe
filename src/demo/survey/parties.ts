/** The earlier assignment of the demo: parties of four, each of which walked one reach of a river. */
import type { Expectation } from "@/core/assignment/expected";

/** Mixed anew: nobody is in a party with anybody of their river's group. */
export const parties = {
  "Weir Lane": ["Mira Okonjo", "Deniz Aksoyan", "Grace Tolliver", "Idris Vaughn"],
  "Mill Green": ["Jonas Feld", "Aoife Brannock", "Omar Benhadi", "Saoirse Delaney"],
  "Canal Basin": ["Priya Nandakumar", "Lena Hartvig", "Sunniva Dahl", "Hana Veselka"],
  "Ford Street": ["Callum Wray", "Tomas Quill", "Yuki Morisada", "Rory McAllan"],
  "Upper Meadow": ["Ewan Strachie", "Noor Halabi", "Chidi Amaechi", "Marta Kowalik"],
  "Station Bridge": ["Beatriz Lanza", "Felix Oduya", "Elin Sorby", "Pavel Drury"],
} as const;
export type PartyName = keyof typeof parties;

export const surveyTitle = "Walk one reach";

export const surveyBrief = `Walk three hundred metres of a river with your party, twice, a week apart. Write down what you saw so that somebody who was not there could find the same places and see whether they have changed.

Say what is seen, what is measured and what is guessed.`;

export const surveyPages: readonly { readonly title: string; readonly text: string }[] = [
  {
    title: "The reach",
    text: `Where does your reach begin and end, and what would a stranger notice first? The details belong on [[Field notes]].

## Where it is

## What we saw`,
  },
  {
    title: "Field notes",
    text: `Times, weather, counts and measurements, as they were written down on the bank.

## First walk

## Second walk`,
  },
];

export const surveyExpected: readonly Expectation[] = [
  { of: "wiki", kind: "section", title: "Field notes", heading: "Second walk", shown: true },
  { of: "student", measure: "entries", number: 2, by: null, shown: true },
];
