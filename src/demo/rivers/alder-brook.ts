import { cited, type Deed, on, pictured, table } from "../story";

const [mira, jonas, priya, callum] = [
  "Mira Okonjo",
  "Jonas Feld",
  "Priya Nandakumar",
  "Callum Wray",
] as const;

/** A steady group: four people, five weeks, everybody reads everybody. */
export const alderBrook: readonly Deed[] = [
  on(33, "10:12", mira).write(
    "Home",
    "brief",
    `Alder Brook rises in the wet fields above Cold Ashby Farm and runs for six kilometres to the canal basin. For the last two of those it has no banks at all, only walls: the brook was boxed in concrete in the year the ring road came, and most people who live beside it have never seen its water.`,
    "First try at the brief",
  ),
  on(33, "14:40", jonas).write(
    "The river today",
    "course",
    `The catchment is small, about eleven square kilometres, and more than half of it drains to sewers that were built for a village. After heavy rain the brook at Tanner's Bridge rises by a metre in under two hours; it falls again almost as fast, and leaves a line of plastic in the brambles to show how high it was.`,
    "Course and catchment, from the map and the gauge",
  ),
  on(31, "09:30", priya).write(
    "The river today",
    "life",
    `We kick-sampled three riffles above the ring road and two below it. Above, we found freshwater shrimp in every net, two kinds of mayfly nymph, and a single bullhead the length of a thumb. Below, there were hog-lice and worms, and nothing that needs clean gravel.`,
    "Kick samples, both sites",
  ),
  on(30, "16:05", callum).comment(
    "The river today",
    "riffles",
    `Did we take the two samples below the road before or after the rain on the Tuesday? It matters for the worms.`,
    "Below, there were hog-lice and worms",
  ),
  on(30, "17:21", priya).answer(
    "The river today",
    "riffles",
    `Before. I have the times on the field sheet and will put them in.`,
  ),
  on(30, "17:40", priya).change(
    "The river today",
    "life",
    "two below it.",
    "two below it, all on the morning of the ninth, before the rain.",
    "Times of the samples",
  ),
  on(27, "11:15", callum).write(
    "The river today",
    "wrong",
    `Three things went wrong, and they went wrong in this order. The water meadows were drained, so that rain reached the brook in hours and not in days. The brook was straightened, so that it cut down into its bed. And the last stretch was walled, so that nothing which was washed out could ever settle again.`,
    "The three mistakes",
  ),
  on(26, "19:02", jonas).change(
    "The river today",
    "course",
    "a village.",
    "a village of four hundred people.",
    "",
  ),
  on(24, "10:44", mira).write(
    "Home",
    "proposal",
    `We propose to open ninety metres of the brook beside Tanner's Green, where the council already owns both banks. It is the only place where the wall stands free of buildings, and the school on the corner has asked for it twice.`,
    "What we propose",
  ),
  on(23, "13:10", callum).write(
    "Restoration plan",
    "measures",
    `1. **Take down the west wall** at Tanner's Green and lay the bank back to a slope of one in three. Reason: without room, nothing else holds.
2. **Put the bends back** by placing four gravel bars, as the old tithe map shows them.
3. **Plant alder and osier** from cuttings taken upstream, so that no strange stock comes in.`,
    "Three measures",
  ),
  on(22, "15:33", priya).change(
    "Restoration plan",
    "measures",
    "no strange stock comes in",
    "no foreign stock or disease comes in",
    "",
  ),
  on(20, "09:18", jonas).write(
    "Restoration plan",
    "risks",
    `If the slope is cut in winter, one flood can take it before anything has rooted. The work should begin after the spring rains and be done by August; coir matting would carry it over a wet summer. Money is the other risk: the wall may hold a gas main that is on no plan we were shown.`,
    "Risks",
  ),
  on(19, "12:25", mira).comment(
    "Restoration plan",
    "main",
    `The water company's drawing shows the main on the east side. Could we ask them which is right before we cost this?`,
    "the wall may hold a gas main that is on no plan we were shown",
  ),
  on(19, "18:50", jonas).answer("Restoration plan", "main", `I wrote to them. They will look on Friday.`),
  on(16, "08:55", jonas).change(
    "Restoration plan",
    "risks",
    "the wall may hold a gas main that is on no plan we were shown",
    "a gas main runs under the east wall, which we therefore leave alone",
    "Answer from the water company",
  ),
  on(14, "10:30", priya).write(
    "Water quality",
    "quality",
    `## What we measured

Phosphate was 0.21 milligrams a litre at the farm and 0.48 below the last outfall. Oxygen never fell under seven milligrams a litre by day. We have no readings at night, when it would be lowest, and we say so plainly.`,
    "Readings from the three visits",
  ),
  on(13, "11:11", mira).change(
    "Home",
    "brief",
    "have never seen its water",
    "have never seen its water in daylight",
    "",
  ),
  on(13, "16:20", priya).put(
    "Water quality",
    "readings",
    [
      cited(
        "The three visits side by side, in milligrams a litre; each figure is the mean of two samples.",
        "Field sheets of the group, visits of the 9th, 16th and 23rd",
      ),
      table(
        ["Station", "Phosphate", "Oxygen, lowest"],
        ["Cold Ashby Farm", "0.21", "9.1"],
        ["Tanner's Bridge", "0.33", "8.2"],
        ["Last outfall", "0.48", "7.4"],
      ),
    ],
    "Table of the readings",
    { after: "quality" },
  ),
  on(12, "14:02", callum).write(
    "Water quality",
    "meaning",
    `Readings like these do not kill a bullhead. They do feed the blanket weed that covered the lower riffles by June, and it is the weed, dying back in autumn, that takes the oxygen out of the gravel where eggs would lie.`,
    "What the readings mean",
  ),
  on(10, "12:40", mira).put(
    "Home",
    "walls",
    [
      pictured(
        "The two walls at Tanner's Green, drawn from the footbridge",
        "A narrow brook between two stone walls, with trees on the grass above them",
        70,
      ),
    ],
    "Drawing of the site",
    {
      after: "proposal",
      picture: { name: "walls", source: "Own drawing, Mira Okonjo", licence: "CC BY 4.0" },
    },
  ),
  on(9, "16:45", mira).writeTogether(
    "Restoration plan",
    "cost",
    `A contractor who has done two such walls put the first measure at between forty and fifty-five thousand; gravel and planting are small beside it. Volunteers can do the planting in four weekends.`,
    [callum],
    "Costs",
    "measures",
  ),
  on(9, "16:58", priya).tag("Water quality", ["chemistry", "field work"]),
  on(9, "17:10", mira).tag("The river today", ["field work"]),
  on(6, "13:37", jonas).change(
    "Water quality",
    "quality",
    "and we say so plainly",
    "which is the gap that we would close first",
    "",
  ),
  on(5, "10:05", callum).write(
    "Home",
    "links",
    `More on the chemistry is under [[Water quality]]; the fish are waiting for [[Fish passage]].`,
    "Links for readers",
  ),
  on(4, "17:58", priya).comment(
    "Home",
    "two minutes",
    `I timed it: two minutes and ten seconds. Good enough?`,
  ),
  on(3, "09:12", callum).answer(
    "Home",
    "two minutes",
    `If we drop the bit about the school being asked twice it is under two. But I like the school.`,
  ),
];
