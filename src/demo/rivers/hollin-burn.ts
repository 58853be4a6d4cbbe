import { type Deed, on } from "../story";

const [marta, idris, saoirse, pavel] = [
  "Marta Kowalik",
  "Idris Vaughn",
  "Saoirse Delaney",
  "Pavel Drury",
] as const;

/**
 * Much rearranging: a page split in two, paragraphs moved, spelling put right; little of it is new text, all
 * of it is work.
 */
export const hollinBurn: readonly Deed[] = [
  on(33, "09:00", marta).write(
    "Home",
    "brief",
    `Hollin Burn runs under the town, not through it: four hundred metres of it lie in a brick culvert that is older than any house above. It can be heard through the grating in Chandler's Yard, and nowhere else.`,
    "Brief",
  ),
  on(32, "16:20", idris).write(
    "The river today",
    "course",
    `Upstream of the culvert the burn is a woodland stream, two metres wide, over cobbles. Downstream it comes out of the wall by the bus station, falls a metre on to a concrete apron, and spreads so thin that it is warm by noon. We walked both ends, and a contractor's film showed us the middle.`,
    "Course",
  ),
  on(30, "11:35", saoirse).write(
    "The river today",
    "life",
    `There are trout in the wood, of all ages, and we beleive that they have been cut off since the culvert was built. Below the bus station we found three-spined sticklebacks and a great many shopping bags.`,
    "Life",
  ),
  on(29, "08:10", pavel).change("The river today", "life", "beleive", "believe", "Spelling"),
  on(28, "14:55", pavel).write(
    "The river today",
    "culvert",
    `The culvert is oval, one metre and a half high, of hand-made brick. The film shows roots through the crown at six places and a fall of bricks under the market. At that spot the water runs in a hollow below the floor, and somebody will one day find out what the hollow is made of.`,
    "The culvert",
  ),
  on(27, "19:27", marta).write(
    "The river today",
    "wrong",
    `Everything that is wrong with Hollin Burn follows from its being out of sight. Three drains that should go to the sewer go to the burn. No one noticed, because no one could.`,
    "What has gone wrong",
  ),
  on(25, "10:15", idris).move("The river today", "wrong", "course", "Causes before the details"),
  on(24, "13:42", saoirse).comment(
    "The river today",
    "order",
    `Idris, I see why you moved the causes up, but now "Three drains" comes before anybody knows what the culvert is. Move the culvert up as well?`,
  ),
  on(24, "17:09", idris).answer(
    "The river today",
    "order",
    `Or give the culvert a page of its own. It is long enough.`,
  ),
  on(23, "09:33", idris).carry(
    "The river today",
    "culvert",
    "The culvert",
    "A page of its own for the culvert",
  ),
  on(23, "09:50", idris).write(
    "The river today",
    "pointer",
    `The middle stretch has a page to itself: [[The culvert]].`,
    "Pointer to the new page",
    "course",
  ),
  on(20, "15:08", saoirse).write(
    "The culvert",
    "opening",
    `Could it be opened? Under the market, no: the hall stands on it. Under Chandler's Yard and the car park behind, sixty metres in all, there is nothing above the crown but setts and tarmac.`,
    "What could be opened",
  ),
  on(18, "11:30", marta).write(
    "Restoration plan",
    "measures",
    `1. **Mend the three drains.** It is the law, and it is cheap.
2. **Open the burn** in Chandler's Yard and the car park: sixty metres, with steps down to the water.
3. **A ramp of boulders** at the bus station in place of the apron, so that fish can reach the culvert's lower end.`,
    "Measures",
  ),
  on(16, "16:48", pavel).change(
    "Restoration plan",
    "measures",
    "It is the law, and it is cheap.",
    "The law asks for it, and it costs less than the parking it would pay for.",
    "",
  ),
  on(14, "10:26", idris).write(
    "Restoration plan",
    "risks",
    `Traders in the yard fear a year of dust, and they are right to. We would open the car park first, which has no shops, so that people can see what is meant before anybody digs at their door. The hollow under the market must be filled before water is sent past it at any other height.`,
    "Risks",
  ),
  on(12, "18:18", saoirse).change(
    "Restoration plan",
    "risks",
    "and they are right to",
    "and with reason",
    "",
  ),
  on(11, "09:45", pavel).move("Restoration plan", "risks", "measures", "Risks right behind the measures"),
  on(7, "12:12", marta).write(
    "Home",
    "proposal",
    `We propose to bring sixty metres of the burn into daylight, in the middle of town, at the price of twenty-two parking places. Nobody who hears it through the grating has ever asked us why.`,
    "Proposal",
  ),
  on(5, "14:37", idris).change("Home", "brief", "and nowhere else", "and nowhere else in town", ""),
  on(2, "10:58", saoirse).comment(
    "Home",
    "parking",
    `The council's own count says that the car park is never more than two thirds full. Shall I add it?`,
  ),
];
