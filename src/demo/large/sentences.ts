/**
 * Sentences about invented rivers: patterns with places that are filled by chance, so that no two pages read
 * alike.
 */
import type { Dice } from "@/core/roster/dice";

/**
 * What can stand in a place of a pattern. A place is written {so}; one filled by another pattern's places
 * works too.
 */
const fillings: Readonly<Record<string, readonly string[]>> = {
  reach: [
    "the upper reach",
    "the reach behind the depot",
    "the bend below the school",
    "the culvert under the ring road",
    "the last hundred metres before the weir",
    "the stretch along the allotments",
    "the pool by the old tannery",
    "the side channel",
    "the straight between the two bridges",
    "the outfall by the car park",
  ],
  who: [
    "the angling club",
    "the allotment holders",
    "two retired engineers",
    "the caretaker of the school",
    "the woman from the bakery",
    "the drainage board",
    "a walker whom we met twice",
    "the families on Quay Lane",
    "the council's ranger",
    "the boat owners",
  ],
  animal: [
    "bullheads",
    "young trout",
    "a pair of dippers",
    "mayfly larvae",
    "three eels",
    "a kingfisher",
    "freshwater shrimps",
    "sticklebacks",
    "a single otter print",
    "caddis cases on every stone",
  ],
  plant: [
    "water crowfoot",
    "reed canary grass",
    "alder saplings",
    "Himalayan balsam",
    "flag iris",
    "watercress",
    "bramble",
    "pondweed",
    "sallow",
    "purple loosestrife",
  ],
  trouble: [
    "road salt",
    "silt from the building site",
    "a broken foul drain",
    "shopping trolleys",
    "low water in August",
    "the concrete lip of the weir",
    "dog walkers on the spawning gravel",
    "oil after heavy rain",
    "shade from the new flats",
    "bank erosion at the footbridge",
  ],
  measure: [
    "take out the concrete lip",
    "let the left bank slump",
    "plant alders in threes",
    "lay back the wall by two metres",
    "bring gravel to the narrows",
    "open the culvert for thirty metres",
    "put two deflectors of willow",
    "fence off the drinking place",
    "move the path up the slope",
    "leave the fallen poplar where it lies",
  ],
  amount: [
    "forty",
    "sixty",
    "about ninety",
    "a hundred and twenty",
    "two hundred",
    "less than thirty",
    "some three hundred",
  ],
  unit: ["metres", "litres a second", "paces", "hours of work", "bags of litter", "square metres"],
  cost: [
    "four thousand",
    "nine thousand",
    "eighteen thousand",
    "sixty thousand",
    "less than a new bus shelter",
    "more than the council has in this year's budget",
  ],
  time: [
    "in the first week",
    "on a wet Tuesday",
    "at low water in September",
    "before the school bus came",
    "after two days of rain",
    "on the morning of the frost",
    "last spring",
    "in the autumn flood",
    "every evening for a week",
    "on both visits",
  ],
  source: [
    "the drainage board's map of 1961",
    "the ranger's notebook",
    "a photograph in the reading room",
    "the fish survey that the club keeps",
    "the minutes of the parish",
    "our own levels, taken twice",
    "the gauge at the lower bridge",
    "the plan that hangs in the library",
  ],
  doubt: [
    "We have not measured this ourselves",
    "Nobody could tell us why",
    "The figures do not agree",
    "This is one person's memory",
    "We would want to see it in winter",
    "It may be different upstream",
  ],
};

const patterns: Readonly<Record<string, readonly string[]>> = {
  today: [
    "{Time} we counted {animal} in {reach}, and none below {reach}.",
    "{Reach} is {amount} {unit} long and hardly deeper than a hand.",
    "{Who} remember {animal} where we found only {plant}.",
    "{Source} shows {reach} wider than it is now.",
    "Most of the bed in {reach} is covered by {trouble}, as {who} had warned us.",
    "{Plant} has taken the left bank from {reach} down to {reach}.",
    "Water stood at the second step {time}, which {who} call a low mark.",
    "{Doubt}, but {source} points the same way.",
    "What harms {reach} most is {trouble}; {trouble} comes second.",
    "We walked {reach} {time} and wrote down every pipe.",
  ],
  plan: [
    "First we would {measure}, because {reach} can then look after itself.",
    "To {measure} costs {cost}, by what {who} paid elsewhere.",
    "Only then does it make sense to {measure}.",
    "If we {measure}, {trouble} will matter less.",
    "{Who} offered to help if we {measure}.",
    "The risk is {trouble}; a survey {time} would show it early.",
    "Nobody should {measure} before {source} has been checked.",
    "It takes {amount} {unit} to {measure}, {who} think.",
    "We left out to {measure}: {doubtful}.",
    "The order matters, since {reach} feeds {reach}.",
  ],
  people: [
    "{Who} told us {time} that {reach} used to flood every winter.",
    "In {source} {reach} still has a name of its own.",
    "{Who} and {who} do not agree about {reach}.",
    "Children cross {reach} {time}, wall or no wall.",
    "{Who} clear {trouble} by hand, {amount} {unit} in a year.",
    "Whoever lives beside {reach} hears it only {time}.",
    "{Doubt}, yet three people said it without being asked.",
    "{Who} would rather see {plant} than another railing.",
    "The ford at {reach} was closed {time}.",
    "{Source} lists {amount} {unit} of bank as nobody's.",
  ],
};

const kindOf = (title: string): keyof typeof patterns =>
  /plan|cost|order/i.test(title) ? "plan" : /people|memory|voices/i.test(title) ? "people" : "today";

/** A sentence for a page of this title. */
export function sentenceFor(title: string, dice: Dice): string {
  const pattern = dice.pick(patterns[kindOf(title)]!);
  return pattern.replace(/\{(\w+)\}/g, (_, place: string) => {
    if (place === "doubtful") return "we have not measured enough for it";
    const words = dice.pick(fillings[place.toLowerCase()]!);
    return place[0] === place[0]!.toUpperCase() ? words[0]!.toUpperCase() + words.slice(1) : words;
  });
}

export const commentSentences: readonly string[] = [
  "Where does this number come from?",
  "I would put this under the plan, not here.",
  "Good, but it says the same as the page on banks.",
  "Can we keep it? The ranger said so herself.",
  "I moved the last paragraph up. Is that all right?",
  "This needs a source before Friday.",
  "We measured that twice, the second time with a proper staff.",
  "Shorter, please. The council reads one page.",
  "I can draw a map of it.",
  "Two of these sentences are mine, take whatever you need.",
  "Done.",
  "Agreed, let us cut it.",
  "Not sure. Ask the drainage board?",
  "I have a photograph from the other bank.",
];

/**
 * A small slip in a sentence, for somebody else to put right: two letters of one longer word changed round.
 */
export function withSlip(sentence: string, dice: Dice): string {
  const words = sentence.split(" ");
  const long = words.flatMap((word, at) => (/^[a-z]{6,}$/.test(word) ? [at] : []));
  if (long.length === 0) return sentence;
  const at = dice.pick(long);
  const word = words[at]!;
  const cut = 2 + dice.below(word.length - 4);
  words[at] = word.slice(0, cut) + word[cut + 1]! + word[cut]! + word.slice(cut + 2);
  return words.join(" ");
}
