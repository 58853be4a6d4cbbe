import { type Deed, on } from "../story";

const [sunniva, omar, grace, yuki] = [
  "Sunniva Dahl",
  "Omar Benhadi",
  "Grace Tolliver",
  "Yuki Morisada",
] as const;

/** One writes nearly everything; the others correct, ask and trim. */
export const millrace: readonly Deed[] = [
  on(34, "08:40", sunniva).write(
    "Home",
    "brief",
    `The Millrace is not a river that was spoiled; it is a ditch that was dug, and then a river grew in it. Monks cut it to carry water to a corn mill, the mill burned, the monks left, and for three hundred years nobody kept the banks. What came of that neglect is the richest kilometre of water in the county.`,
    "Brief",
  ),
  on(34, "09:25", sunniva).write(
    "The river today",
    "course",
    `It leaves the main river at Priory Sluice, follows the contour for eleven hundred metres behind the allotments, and drops back in at the Old Mill. Its fall is a hand's breadth in a hundred metres, and it is never more than knee-deep. Flow depends on one wooden gate, which the parish raises when somebody remembers.`,
    "Course",
  ),
  on(32, "19:30", sunniva).write(
    "The river today",
    "life",
    `Water voles use both banks from the second footbridge down; we counted forty-one burrows and nine latrines. There is water crowfoot in mid-stream, and under it stone loach and sticklebacks beyond counting. The allotment holders speak of kingfishers as other people speak of sparrows.`,
    "Voles and others",
  ),
  on(30, "12:08", grace).comment(
    "The river today",
    "voles",
    `Forty-one burrows, or forty-one holes? A burrow can have several.`,
    "forty-one burrows and nine latrines",
  ),
  on(30, "13:55", sunniva).answer(
    "The river today",
    "voles",
    `Holes. You are right, and I will change it. The latrines are what the survey guide counts anyway.`,
  ),
  on(30, "14:01", sunniva).change(
    "The river today",
    "life",
    "forty-one burrows and nine latrines",
    "forty-one holes and nine latrines, of which the latrines are the surer sign",
    "Holes, not burrows",
  ),
  on(28, "10:19", sunniva).write(
    "The river today",
    "wrong",
    `What threatens the Millrace is improvement. A flood scheme drawn up by the drainage board would line its upper third with sheet piles, to make the gate work as a spillway. No vole digs in steel. A smaller harm is done each spring by the allotments' own strimmers, which take the bank vegetation down to the soil just as the young leave the nest.`,
    "Threats",
  ),
  on(26, "17:44", omar).change(
    "The river today",
    "wrong",
    "just as the young leave the nest",
    "just as the first young leave the nest",
    "",
  ),
  on(25, "09:05", sunniva).write(
    "Restoration plan",
    "measures",
    `1. **A new gate with a float**, so that flow no longer hangs on memory.
2. **A two-metre strip left uncut** on the allotment side from March to September, agreed plot by plot.
3. **A spillway by the cricket field**, where the ground is low already, in place of the sheet piles.
4. **Mink rafts**, checked weekly by the allotment society.`,
    "Four measures",
  ),
  on(22, "20:33", sunniva).write(
    "Restoration plan",
    "risks",
    `The float gate can jam, and then the race runs dry in a day. It needs a screen, and somebody with a rake. The cricket club may refuse the spillway; it has refused a drain before. And a strip that is left uncut looks like neglect to anyone who has not been told why, so telling people is a measure in itself.`,
    "Risks",
  ),
  on(21, "11:12", yuki).comment(
    "Restoration plan",
    "strip",
    `Could we put small signs on the strip? Something like "left long for the voles".`,
    "A two-metre strip left uncut",
  ),
  on(21, "18:20", sunniva).answer("Restoration plan", "strip", `Good idea. Write it in if you like.`),
  on(20, "10:01", yuki).write(
    "Restoration plan",
    "signs",
    `Signs at each footbridge would say in a line what the long grass is for, and until when.`,
    "Signs",
    "measures",
  ),
  on(15, "15:50", sunniva).write(
    "Home",
    "proposal",
    `We ask the council to do less. Let the board's scheme go round the Millrace and not through it, give the gate a float, and leave two metres of nettles standing. It is the cheapest of the plans in this course, and it will be the hardest to get through a committee, because nothing in it can be opened with a ribbon.`,
    "Proposal",
  ),
  on(14, "09:36", grace).change(
    "Home",
    "proposal",
    "because nothing in it can be opened with a ribbon",
    "because there is no ribbon in it for anyone to cut",
    "Shorter",
  ),
  on(10, "13:24", sunniva).write(
    "History of the race",
    "history",
    `## A ditch with a past

The charter that names the race is from the prior's second year. It gives the miller "the water and the eels thereof", and the town the right to cross. The eels are gone; the right to cross is why there are four footbridges on eleven hundred metres.

The mill burned down in a night, and was not built again. A map made forty years later shows the race as a dotted line, the sign for a water that nobody owns.`,
    "History, from the record office",
  ),
  on(8, "10:40", omar).comment(
    "History of the race",
    "charter",
    `Can we cite the charter properly? The record office gives it a number.`,
    "The charter that names the race is from the prior's second year",
  ),
  on(2, "16:03", sunniva).write(
    "Home",
    "links",
    `How it came to be there is told under [[History of the race]]. We still owe you [[Costs and grants]].`,
    "Links",
  ),
];
