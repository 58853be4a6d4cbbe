import { type Deed, on } from "../story";

const [ewan, noor, beatriz, felix] = [
  "Ewan Strachie",
  "Noor Halabi",
  "Beatriz Lanza",
  "Felix Oduya",
] as const;

/** A quarrel over one paragraph, undone back and forth, and a teammate who talks but does not write. */
export const thornbeck: readonly Deed[] = [
  on(33, "13:05", noor).write(
    "Home",
    "brief",
    `Thornbeck has flooded the lower town four times in nine years. Each time the pumps were blamed, and each time bigger ones were bought. This dossier argues that the water should be stopped where it falls, on the fields above Thorn Edge, and not where it ends up, in the cellars of Beck Street.`,
    "Brief",
  ),
  on(31, "10:50", ewan).write(
    "The river today",
    "course",
    `The beck is nine kilometres long and steep at the top: two hundred metres of fall in the first three. Grips, the straight drains that were cut across the moor for grouse and sheep, bring rain to it so quickly that the gauge at Thorn Edge peaks before the rain has stopped.`,
    "Course",
  ),
  on(29, "17:17", felix).comment(
    "Home",
    "pumps",
    `My aunt lives on Beck Street. She says that the pumps did work the last time, until the power went. Can we check that before we say they were blamed?`,
  ),
  on(29, "19:40", noor).answer("Home", "pumps", `Worth checking. The council's report is public, I think.`),
  on(27, "09:22", beatriz).write(
    "The river today",
    "life",
    `Above the wood the beck is nearly bare: moss, a few stoneflies, no fish above the falls. In the wood it changes. Fallen trees hold gravel and make pools, and in the pools there are small trout, dark as the water. We think that the wood is a model of what the fields could be.`,
    "Life in the wood",
  ),
  on(24, "14:30", ewan).write(
    "Restoration plan",
    "measures",
    `1. **Block the grips** with peat dams, some four hundred of them, every ten metres on the steep ground.
2. **Leaky dams in the wood**, made of the trees that lie there already.
3. **A storage field at Thorn Farm**, which may flood three times in ten years, and for which the farmer is paid.`,
    "Measures",
  ),
  on(22, "11:45", felix).comment(
    "Restoration plan",
    "farmer",
    `Has anybody spoken to the farmer? In the minutes of the parish meeting he sounds rather against it.`,
  ),
  on(22, "12:15", beatriz).answer(
    "Restoration plan",
    "farmer",
    `I rang. He is against being told, and not against being paid.`,
  ),
  on(20, "16:00", ewan).write(
    "The river today",
    "wrong",
    `The blame lies with the drains on the moor. They were dug with public money, they never improved the grazing, and everyone downstream has paid for them ever since. The owners know this and have done nothing.`,
    "What has gone wrong",
  ),
  on(19, "20:05", noor).remove("The river today", "wrong", "We can't say this about the owners"),
  on(19, "20:31", ewan).restore("The river today", 4),
  on(19, "20:48", noor).remove("The river today", "wrong", "Please talk to me before putting it back"),
  on(19, "21:10", ewan).restore("The river today", 4),
  on(18, "08:15", felix).comment(
    "The river today",
    "owners",
    `Stop, both of you. Ewan, the grazing claim has a source (the estate's own accounts), the last sentence has none. Keep the first, drop the second?`,
  ),
  on(18, "09:02", ewan).answer("The river today", "owners", `Fine by me.`),
  on(18, "09:30", noor).answer("The river today", "owners", `Thank you, Felix. I will do it.`),
  on(18, "09:41", noor).change(
    "The river today",
    "wrong",
    "The owners know this and have done nothing.",
    "The estate's own accounts record no gain from them in any year.",
    "As Felix proposed",
  ),
  on(12, "15:25", beatriz).write(
    "Restoration plan",
    "risks",
    `Peat dams fail if the peat is dry when they are built, and last year it was dry until October. Leaky dams can float off in a flood and block a bridge; the river trust ties them to living trees for that reason. The storage field is the least risky and the one that will be argued about longest.`,
    "Risks",
  ),
  on(11, "10:10", felix).comment(
    "Restoration plan",
    "bridge",
    `Which bridge would they block? If it is the packhorse bridge we need the conservation officer.`,
  ),
  on(8, "14:14", noor).write(
    "Home",
    "proposal",
    `For the price of the newest pump the moor could be stopped up from end to end. We propose to spend half of it there, a quarter in the wood, and to keep a quarter for the field at Thorn Farm. Nothing that we propose needs electricity.`,
    "Proposal",
  ),
  on(7, "18:40", felix).comment(
    "Home",
    "last line",
    `"Nothing that we propose needs electricity" is the best line in the dossier. Could it go first?`,
  ),
  on(6, "09:55", beatriz).write(
    "Home",
    "links",
    `The figures for the pumps will be on [[What the pumps cost]].`,
    "Promise a page",
  ),
];
