/**
 * Sentences to write histories with: of invented words as frequent as words are, and of plain English full of
 * stock phrases.
 */
import type { Dice } from "@/core/roster/dice";

/** Gives the words of one sentence, without capitals and full stop. */
export type Prose = (dice: Dice) => string[];

const onsets = "b br ch cl d dr f fl g gr h j k kl l m n p pl qu r s sh sk st t tr v w wh".split(" ");
const vowels = "a e i o u ai ea ee oo ou".split(" ");
const codas = ["", "", "n", "r", "s", "t", "l", "nd", "st", "ck", "m"];

/**
 * `size` invented words, the common ones short: word number r has one syllable up to 40, two up to 600, then
 * three.
 */
function inventedWords(dice: Dice, size: number): string[] {
  const words = new Set<string>();
  while (words.size < size) {
    const syllables = words.size < 40 ? 1 : words.size < 600 ? 2 : 3;
    let word = "";
    for (let each = 0; each < syllables; each++)
      word += dice.pick(onsets) + dice.pick(vowels) + dice.pick(codas);
    words.add(word);
  }
  return [...words];
}

/** Words drawn by Zipf's law, each independent of the one before: what repeats, repeats by chance. */
export function zipfProse(dice: Dice, size = 4000): Prose {
  const words = inventedWords(dice, size);
  const sums: number[] = [];
  let sum = 0;
  for (let rank = 1; rank <= size; rank++) sums.push((sum += 1 / (rank + 1.7)));
  const draw = (own: Dice) => {
    const wanted = own.part() * sum;
    let [low, high] = [0, size - 1];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (sums[middle]! < wanted) low = middle + 1;
      else high = middle;
    }
    return words[low]!;
  };
  return (own) => Array.from({ length: own.between(6, 22) }, () => draw(own));
}

const openings = [
  "as can be seen in the figure below",
  "on the other hand",
  "it is important to note that",
  "as a result of this",
  "in the course of our work",
  "at the same time",
  "in addition to this",
  "according to the survey",
  "it turned out that",
  "in the long run",
  "compared with last year",
  "as we expected",
  "to sum up",
  "for this reason",
  "first of all",
  "in most cases",
  "after the flood",
  "during the summer months",
  "in our opinion",
  "it can be assumed that",
  "with regard to the banks",
  "from our point of view",
  "in the upper part of the reach",
  "according to the people who live there",
];
const subjects = [
  "the bank",
  "the weir",
  "the old mill",
  "the culvert",
  "the lower reach",
  "the gravel bed",
  "the flood plain",
  "the water level",
  "a large part of the river",
  "the number of trout",
  "the amount of sediment",
  "most of the willows",
  "the left bank of the stream",
  "the quality of the water",
  "one of the side channels",
  "the concrete wall",
  "the fish ladder",
  "the shade of the alders",
  "the people of the quarter",
  "the council",
  "our group",
  "the second survey",
  "the bridge",
];
const verbs = [
  "has been damaged by",
  "depends to a large extent on",
  "is in a bad state because of",
  "plays an important role for",
  "was measured with the help of",
  "leads to",
  "has an effect on",
  "is no longer connected with",
  "should be replaced by",
  "was built in front of",
  "carries much more water than",
  "needs",
  "is threatened by",
  "could be improved by",
  "cuts off",
  "slows down",
  "is one of the reasons for",
  "was removed together with",
  "can be compared with",
];
const objects = [
  "the lack of shade",
  "heavy rain in spring",
  "the old sluice",
  "a new meander",
  "the dumping of rubble",
  "a row of osiers",
  "the drains of the car park",
  "the growth of reed",
  "the concrete apron",
  "a deeper pool",
  "the migration of eels",
  "the garden walls",
  "low flow in august",
  "the storm drains",
  "a broad strip of grass",
  "dead wood",
  "a ramp of rough stone",
  "the last flood",
  "warm water from the works",
  "the footpath",
  "a bed of watercress",
];
const endings = [
  "in the near future",
  "as far as we know",
  "at least in part",
  "for a number of years",
  "in the middle of the town",
  "on both sides of the river",
  "from time to time",
  "at the end of the summer",
  "more or less",
  "under these conditions",
  "to a certain degree",
  "in the same way",
  "as mentioned above",
  "in the vicinity of the station",
  "with a few exceptions",
  "in spite of the costs",
];
const rareNouns =
  "brook heron bullhead mayfly nitrate loam gauge ford kingfisher sluice osier turbine pollard gravel midge sedge moss oxbow lamprey caddis".split(
    " ",
  );
const adjectives =
  "steep shallow muddy clear narrow broad artificial silted shaded straight warm cold uneven quiet dense thin paved ruined natural early".split(
    " ",
  );

/** English about rivers of which about half of all words stand in phrases that everybody uses. */
export const stockProse: Prose = (dice) => {
  const parts: string[] = [];
  if (dice.chance(0.55)) parts.push(dice.pick(openings));
  parts.push(dice.pick(subjects));
  if (dice.chance(0.5)) parts.push(`near the ${dice.pick(adjectives)} ${dice.pick(rareNouns)}`);
  parts.push(dice.pick(verbs), dice.pick(objects));
  if (dice.chance(0.4))
    parts.push(
      `and ${dice.pick(["a", "the", "some", "every"])} ${dice.pick(adjectives)} ${dice.pick(rareNouns)}`,
    );
  if (dice.chance(0.25))
    parts.push(`by ${dice.between(2, 90)} ${dice.pick(["metres", "per cent", "years", "litres a second"])}`);
  if (dice.chance(0.5)) parts.push(dice.pick(endings));
  return parts.join(" ").split(" ");
};
