import { type Deed, on } from "../story";

const [hana, rory, chidi] = ["Hana Veselka", "Rory McAllan", "Chidi Amaechi"] as const;

/**
 * One large arrival, pasted from elsewhere and then worked over by a teammate; and Elin Sorby, who has done
 * nothing yet.
 */
export const saltmere: readonly Deed[] = [
  on(30, "12:50", hana).write(
    "Home",
    "brief",
    `The Saltmere is where the town's three streams meet the tide. It was marsh until a bank was built to make a racecourse; the racecourse failed, the bank stayed, and now the sea presses on one side of it and the streams on the other.`,
    "Brief",
  ),
  on(26, "15:45", chidi).write(
    "The river today",
    "life",
    `At high water in October we counted two hundred and eleven teal, thirty redshank and a single spoonbill, which had drawn its own crowd. On the landward side of the bank, a hundred metres off, there were eleven mallard and a swan.`,
    "Bird count",
  ),
  on(21, "22:38", rory).write(
    "The river today",
    "wrong",
    `Tidal flaps, the one-way doors through which the streams leave at low water, were hung for a sea that stood lower than it does today. Each year they are open for less of the day. When rain comes on a spring tide they hardly open at all, and the streams have nowhere to go except up into the gardens of Marsh End. The bank itself is of clay over shingle, and seeps. A survey found wet patches at eleven points along its landward foot, three of them with running water; where water runs, it carries fine clay away with it, and from such places banks are lost, slowly for years and then in an hour.

Behind the bank the old marsh has sunk. Peat that is drained shrinks, and dries, and is breathed away by the air; stakes that were driven flush with the ground when the racecourse was laid now stand knee-high. The land is therefore lower than the marsh outside, which has gone on growing with every tide. To raise the bank means to raise it on ground that is sinking, for ever, and each metre of height asks for four of width.

Salt is the last of it. In dry summers the ditches behind the bank turn brackish from below, as sea water creeps through the shingle. Cattle will not drink from them. The reeds have moved inland, and the people who cut them for thatch have given up on the seaward beds. What looks like a fresh meadow is a salt marsh in waiting, and the only open question is whether it will come back by plan or by accident.`,
    "What has gone wrong",
  ),
  on(17, "10:20", hana).change(
    "The river today",
    "wrong",
    "and is breathed away by the air",
    "and is slowly burned up by the air",
    "Say it as it is",
  ),
  on(17, "10:32", hana).change(
    "The river today",
    "wrong",
    "Cattle will not drink from them. ",
    "",
    "We have no source for the cattle",
  ),
  on(17, "10:55", hana).comment(
    "The river today",
    "survey",
    `Rory, which survey found the eleven wet patches? It needs a source. And did you write this here, or somewhere else first?`,
  ),
  on(16, "23:05", rory).answer(
    "The river today",
    "survey",
    `Wrote it at home in one go and pasted it. The survey is the harbour board's; I will look for the year.`,
  ),
  on(15, "14:12", hana).write(
    "Restoration plan",
    "measures",
    `1. **A second bank, inland**, low and grassed, along the line of the old field edge.
2. **Then a breach of forty metres** in the sea bank, where the survey found running water.
3. **A bridge for the coast path** over the breach, so that nobody loses a walk.`,
    "Measures, in the only order that works",
  ),
  on(13, "09:40", chidi).write(
    "Restoration plan",
    "risks",
    `The order is the whole of the risk: if the breach opens before the inland bank has settled for two winters, Marsh End floods. Nesting birds close the site from March to July. And the tide will make its own creek, perhaps not where we would have drawn it.`,
    "Risks",
  ),
  on(9, "16:28", chidi).change(
    "The river today",
    "life",
    "which had drawn its own crowd",
    "which had drawn a crowd of its own",
    "",
  ),
  on(4, "11:06", hana).write(
    "Home",
    "proposal",
    `We propose to let the sea back in, with care and from one side. Forty hectares of marsh would stand between the town and the waves, and they would grow as the sea grows, which is more than any wall does.`,
    "Proposal",
  ),
];
