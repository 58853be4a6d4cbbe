import { type Deed, on } from "../story";

const [aoife, deniz, lena, tomas] = [
  "Aoife Brannock",
  "Deniz Aksoyan",
  "Lena Hartvig",
  "Tomas Quill",
] as const;

/** Three who began in time, and one who did everything last night. */
export const kestrelWater: readonly Deed[] = [
  on(32, "11:20", aoife).write(
    "Home",
    "brief",
    `Kestrel Water is the largest of the town's streams and the least loved. It comes off the moor clear and cold, goes through two reservoirs, and by the time it reaches the old dye works it is brown, warm and four degrees above the tributaries beside it.`,
    "Brief",
  ),
  on(29, "15:15", deniz).write(
    "The river today",
    "course",
    `Between the lower dam and the dye works the river drops eleven metres in eight hundred, and does so in five steps, each a weir that once drove a wheel. No weir has been used since the last fulling mill closed. All five still hold back water, silt and fish.`,
    "The five weirs",
  ),
  on(28, "10:02", lena).write(
    "The river today",
    "life",
    `Trout live above the top weir and below the bottom one. Between them we saw none in three evenings, though the water looked good enough. Grey wagtails nest in the second weir's broken sluice; whoever repairs or removes it will have to wait until they have gone.`,
    "Trout and wagtails",
  ),
  on(25, "20:11", aoife).write(
    "The river today",
    "wrong",
    `Temperature is the main complaint. A broad, still pool behind each weir warms in the sun all day, and the next one takes over where the first left off. On the fourteenth we read thirteen degrees at the dam and seventeen at the works, on the same afternoon and with the same thermometer.`,
    "Temperatures",
  ),
  on(24, "09:48", lena).comment(
    "The river today",
    "thermometer",
    `The same thermometer, yes, but two hours apart. Should we say that the air warmed as well?`,
  ),
  on(23, "12:30", aoife).answer("The river today", "thermometer", `Fair. I will add the air temperature.`),
  on(23, "12:44", aoife).change(
    "The river today",
    "wrong",
    "on the same afternoon and with the same thermometer",
    "two hours apart and with the same thermometer, while the air warmed by one degree",
    "Honest about the times",
  ),
  on(18, "14:26", deniz).write(
    "Restoration plan",
    "measures",
    `1. **Notch the first and third weirs.** A gap of a metre and a half lets trout through at most flows and costs a tenth of removal.
2. **Remove the fifth.** It leans, and the works downstream want it gone.
3. **Leave the second until autumn**, for the wagtails.`,
    "Order of the weirs",
  ),
  on(17, "10:37", lena).change(
    "Restoration plan",
    "measures",
    "costs a tenth of removal",
    "costs about a tenth of what removal would",
    "",
  ),
  on(11, "16:16", lena).write(
    "Home",
    "proposal",
    `Five weirs, five decisions. We do not think that all must go: one is a nest, one is a listed building, and one holds silt that nobody should stir. We propose two notches and one removal, and to watch for three years what the trout make of it.`,
    "What we propose",
  ),
  on(1, "21:52", tomas).write(
    "Restoration plan",
    "silt",
    `The silt behind the fourth weir came from the dye works, and it holds chromium. Three cores taken by the river trust in an earlier survey found it at between two and six times the level at which dredgings must go to a special tip. As long as it lies under a metre of water it harms little. Stirred up, it would go straight down to the bathing place at Long Meadow.`,
    "The silt problem",
    "measures",
  ),
  on(1, "22:31", tomas).write(
    "Restoration plan",
    "risks",
    `A notch that is cut too deep drains the pool and with it the footings of the cottages on Weir Row, two of which already have cracks. A notch that is too shallow lets water through and no fish. We would ask for it to be cut in two steps, a month apart, with a surveyor's marks on the walls.`,
    "Risks",
  ),
  on(1, "23:18", tomas).write(
    "Wildlife on the weirs",
    "survey",
    `## Who lives on a weir

Wagtails are the ones that people notice. We also found liverworts on all five crests, a colony of freshwater limpets on the third, and, on the second, dipper droppings on the same stone on every visit. A weir is a waterfall to those who live on it.`,
    "Page on the wildlife",
  ),
  on(0, "00:24", tomas).write(
    "Home",
    "links",
    `The silt is the hard part: see [[Restoration plan]]. What would lose its home is under [[Wildlife on the weirs]]; what it all costs will be under [[Budget]].`,
    "Links",
  ),
];
