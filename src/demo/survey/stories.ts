/** Three weeks of the earlier assignment, party by party. */
import { type Deed, on } from "../story";
import type { PartyName } from "./parties";

const weirLane = ((mira, deniz, grace, idris) => [
  on(88, "10:20", mira).write(
    "The reach",
    "place",
    "Our reach runs from the footbridge at Weir Lane down to the second outfall, two hundred and ninety metres along the left bank. Both ends can be found again: the bridge has a number plate, and the outfall a broken grille that nobody is going to steal.",
    "Both ends of the reach",
    "Where it is",
  ),
  on(87, "16:05", deniz).write(
    "The reach",
    "first sight",
    "What a stranger notices first is the smell of mint. It grows in a band a metre wide on the inside of the bend, and nowhere else on the reach. Above the weir the water is slow and brown; below it there are three riffles, each about as long as a car.",
    "First impressions",
    "What we saw",
  ),
  on(85, "11:40", grace).write(
    "Field notes",
    "walk one",
    "First walk: Tuesday, half past nine to eleven, dry, twelve degrees. Water at the bridge 0.31 metres. Width at the three riffles 4.2, 3.8 and 4.6 metres. One heron, two wagtails, no fish seen. Litter: fourteen pieces, nine of them plastic.",
    "Notes of the first walk",
    "First walk",
  ),
  on(84, "18:15", mira).comment(
    "Field notes",
    "gauge",
    "Did we read the gauge on the bridge or use the stick? The two were three centimetres apart when I tried both.",
    "Water at the bridge 0.31 metres",
  ),
  on(84, "19:02", grace).answer("Field notes", "gauge", "The stick. I will say so."),
  on(84, "19:10", grace).change(
    "Field notes",
    "walk one",
    "Water at the bridge 0.31 metres.",
    "Water at the bridge 0.31 metres by the stick, 0.34 by the gauge.",
    "Both readings",
  ),
  on(78, "12:30", idris).write(
    "Field notes",
    "walk two",
    "Second walk: Tuesday again, the same hours, after two days of rain. Water at the bridge 0.52 metres by the stick. The lowest riffle was under water and could not be measured; the others were 4.9 and 4.4 metres wide. The mint was bent flat, and the heron was gone.",
    "Notes of the second walk",
    "Second walk",
  ),
  on(76, "09:45", deniz).write(
    "The reach",
    "changes",
    "Between the two walks the river rose by twenty-one centimetres and took nine pieces of litter with it. What it left is the bent mint, and a line of twigs on the bank that shows how high it came.",
    "What changed in a week",
    "first sight",
  ),
  on(75, "14:20", idris).change(
    "The reach",
    "place",
    "two hundred and ninety metres",
    "two hundred and ninety metres, paced twice,",
    "How long it is, and how we know",
  ),
])("Mira Okonjo", "Deniz Aksoyan", "Grace Tolliver", "Idris Vaughn");

const millGreen = ((jonas, aoife, omar) => [
  on(88, "13:10", jonas).write(
    "The reach",
    "place",
    "Mill Green is the grass below the old mill, and our reach is the river along it: from the sluice to the stepping stones, three hundred and ten metres. There are no walls here. The bank is low enough to sit on, and worn bare where people do.",
    "Where it is",
    "Where it is",
  ),
  on(86, "15:30", aoife).write(
    "Field notes",
    "walk one",
    "First walk: Wednesday, two to half past three, overcast, ten degrees. Depth at the stones 0.22 metres, at the sluice 0.80. Bed of gravel for the upper hundred metres, then silt that swallows a boot. Counted from the bank: six moorhens, one rat, and a great many midges.",
    "First walk",
    "First walk",
  ),
  on(80, "11:05", jonas).comment(
    "Field notes",
    "silt",
    "Where exactly does the gravel end? I had it at the bench, and that is nearer to eighty metres.",
    "Bed of gravel for the upper hundred metres",
  ),
  on(79, "20:40", aoife).change(
    "Field notes",
    "walk one",
    "for the upper hundred metres",
    "for the upper eighty metres, as far as the bench",
    "Measured again",
  ),
  on(78, "16:25", jonas).write(
    "Field notes",
    "walk two",
    "Second walk: Wednesday, the same hours, sun, fourteen degrees. Depth at the stones 0.19 metres, at the sluice 0.81. The silt had a skin of algae. Five moorhens, and a boy with a net who had caught two sticklebacks and let us see them.",
    "Second walk",
    "Second walk",
  ),
  on(65, "23:40", omar).write(
    "The reach",
    "history",
    "A mill stood here in every century of which there is a record. The first was of wood and burned; the second ground oats and was pulled down when the leat was moved; the third, of brick, worked until the year of the great frost, when its wheel froze to the sill and split. The leat was filled with the rubble of the mill, and the green laid over both. The stepping stones are what remains of the weir: nine blocks, each with a slot for a board, so that the miller could close the river for an hour and have it back for two. The sluice is younger. It was built to keep the water up for the laundry, and is opened twice a year by somebody from the council with a key as long as an arm. Under the grass, so an old map says, the leat still runs from the bench to the third lamp post, a metre and a half wide and full of bricks. After rain the grass over it greens first, and in a dry summer it is the last to go brown; one could draw the map again from what the grass does.",
    "History",
  ),
  on(64, "10:15", aoife).change(
    "The reach",
    "history",
    "A mill stood here in every century of which there is a record.",
    "A mill stood here in every century of which there is a record, as the board at the gate says.",
    "Where we have it from",
  ),
])("Jonas Feld", "Aoife Brannock", "Omar Benhadi");

const canalBasin = ((priya, lena, sunniva, hana) => [
  on(89, "09:05", priya).write(
    "The reach",
    "place",
    "Our reach ends where the river does: in the canal basin, between the two sets of steps. It begins three hundred metres above, at the railway arch. For most of that the banks are walls, and the only way down to the water is a ladder with a chain across it.",
    "Where it is",
    "Where it is",
  ),
  on(88, "10:30", priya).write(
    "The reach",
    "sights",
    "The water has three colours. At the arch it is clear over green stone; under the bakery it turns milky for as long as a lorry; in the basin it is black, and one sees the sky in it and nothing else. We looked for the pipe that makes it milky and found two, one of them dry.",
    "Three colours",
    "What we saw",
  ),
  on(87, "17:20", lena).comment(
    "The reach",
    "pipe",
    "The dry one has a plate with a number. Shall we ask whose it is?",
    "found two, one of them dry",
  ),
  on(86, "08:50", priya).answer(
    "The reach",
    "pipe",
    "I rang the number. It is a roof drain, and runs only in rain.",
  ),
  on(86, "12:10", priya).write(
    "Field notes",
    "walk one",
    "First walk: Friday, eight to ten, drizzle, nine degrees. Depth from the ladder 1.10 metres, at the arch 0.35. Clarity by the white plate: 0.9 metres at the arch, 0.3 below the bakery, 0.4 in the basin. Birds: eleven ducks, two gulls. Fish: none seen.",
    "First walk",
    "First walk",
  ),
  on(82, "14:45", sunniva).change(
    "Field notes",
    "walk one",
    "Birds: eleven ducks, two gulls.",
    "Birds: eleven ducks, two gulls, and a kingfisher that only Hana saw.",
    "Kingfisher",
  ),
  on(80, "11:30", priya).write(
    "Field notes",
    "walk two",
    "Second walk: Friday, the same hours, dry, seven degrees. Depth from the ladder 1.08 metres. Clarity 1.1 metres at the arch, 0.8 below the bakery, 0.4 in the basin. There was nothing milky: the bakery was closed for the week, and a notice on its door said so.",
    "Second walk",
    "Second walk",
  ),
  on(79, "19:15", hana).comment(
    "Field notes",
    "closed",
    "This is the best thing we have. It should stand on the first page.",
    "the bakery was closed for the week",
  ),
  on(78, "09:00", priya).write(
    "The reach",
    "bakery",
    "In the week in which the bakery was closed the milky water was gone, and one could see to the bed below it for the first time. That is one week, and no proof. It is a reason to ask.",
    "The week without the bakery",
    "sights",
  ),
  on(70, "16:30", lena).change(
    "The reach",
    "bakery",
    "It is a reason to ask.",
    "It is a reason to ask, and to come back in a week when it bakes.",
    "",
  ),
  on(69, "13:20", hana).write(
    "Field notes",
    "list",
    "Kept with the notes: the plate (white, 20 centimetres across), a rope with knots every 10 centimetres, two pencils, and the telephone number of the harbour office in case somebody falls in.",
    "What we carried",
  ),
])("Priya Nandakumar", "Lena Hartvig", "Sunniva Dahl", "Hana Veselka");

const fordStreet = ((callum, tomas, yuki, rory) => [
  on(88, "11:00", callum).write(
    "The reach",
    "place",
    "The ford is still there, under the new bridge: cobbles, a white post with feet and inches, and a chain. We walked from it upstream to the allotments, three hundred and forty metres, because downstream is fenced.",
    "From the ford to the allotments",
    "Where it is",
  ),
  on(86, "18:25", yuki).write(
    "The reach",
    "sights",
    "The river is straight and the path is straight, and after a while one sees the small things. Every garden has its own way of meeting the water: steps, a wall, a willow, a heap of grass cuttings. We counted twenty-three gardens and four ways.",
    "Twenty-three gardens",
    "What we saw",
  ),
  on(85, "10:15", tomas).write(
    "Field notes",
    "walk one",
    "First walk: Thursday, nine to eleven, bright, eleven degrees. The post at the ford said one foot two. Seven heaps of grass cuttings touched the water. Below each we found black mud with bubbles, and no snails; between them the stones had snails on them, nine on the one that we turned.",
    "First walk",
    "First walk",
  ),
  on(83, "15:50", rory).comment(
    "Field notes",
    "snails",
    "One stone is not many. I went back and turned ten between the heaps: 6, 9, 4, 11, 7, 8, 0, 5, 9, 6.",
    "nine on the one that we turned",
  ),
  on(83, "16:20", tomas).change(
    "Field notes",
    "walk one",
    "nine on the one that we turned",
    "six and a half on the mean of ten stones, none to eleven",
    "Rory's ten stones",
  ),
  on(78, "10:40", rory).write(
    "Field notes",
    "walk two",
    "Second walk: Thursday, the same hours, grey, eight degrees. The post said one foot one. Five heaps touched the water. Ten stones below the heaps: no snails at all. Ten stones between them: 7, 5, 8, 6, 10, 3, 6, 9, 7, 4.",
    "Second walk, counted the same way",
    "Second walk",
  ),
  on(77, "12:00", callum).write(
    "The reach",
    "heaps",
    "What differs along this reach is the grass cuttings. Where they lie at the water there is mud and nothing in it; ten steps on there are snails again. Whether the heaps do it we can't say: people may put them where it was muddy before.",
    "What we make of it",
    "sights",
  ),
  on(74, "20:10", yuki).change(
    "The reach",
    "heaps",
    "Where they lie at the water there is mud and nothing in it",
    "Where they lie at the water we found mud and nothing in it, on both walks",
    "Both walks",
  ),
])("Callum Wray", "Tomas Quill", "Yuki Morisada", "Rory McAllan");

const upperMeadow = ((ewan, noor, chidi, marta) => [
  on(89, "14:00", noor).write(
    "The reach",
    "place",
    "We were given the reach that nobody else wanted, an hour's walk from the last bus. It lies in the upper meadow between two gates, and in between the river does what it likes: we measured three hundred metres of valley and found four hundred and sixty of water.",
    "Between two gates",
    "Where it is",
  ),
  on(87, "17:45", ewan).write(
    "The reach",
    "sights",
    "There are seven bends. On the outside of each the bank is a cliff as high as a knee, with holes in it; on the inside lies a beach of sand with footprints. We know the otter's now, and the dog's.",
    "Seven bends",
    "What we saw",
  ),
  on(86, "10:20", chidi).write(
    "Field notes",
    "walk one",
    "First walk: Saturday, ten to one, wind, eight degrees. Depth in the pools 0.6 to 1.3 metres, on the riffles 0.15. Cliffs measured with the staff: 38, 41, 52, 47, 44, 61 and 39 centimetres. Otter prints on beaches two, three and six.",
    "First walk",
    "First walk",
  ),
  on(84, "21:05", marta).comment(
    "Field notes",
    "otter",
    "How do we know that they are an otter's? I photographed five toes, but a large mink has five too.",
    "Otter prints on beaches two, three and six",
  ),
  on(83, "08:30", chidi).answer(
    "Field notes",
    "otter",
    "Six and a half centimetres across. A mink's are half that. I will put the width in.",
  ),
  on(83, "08:41", chidi).change(
    "Field notes",
    "walk one",
    "Otter prints on beaches two, three and six.",
    "Prints on beaches two, three and six, 6.5 centimetres across, five toes: an otter's, as far as we know.",
    "How wide they are",
  ),
  on(79, "15:30", marta).write(
    "Field notes",
    "walk two",
    "Second walk: Saturday, ten to one, frost in the morning. Cliffs: 38, 43, 52, 47, 44, 78 and 39 centimetres. At the sixth bend a piece as long as a door had come down since last week, and lay in the pool with its grass still on.",
    "Second walk",
    "Second walk",
  ),
  on(78, "11:15", noor).write(
    "The reach",
    "fall",
    "In a week the river moved its sixth bank by seventeen centimetres. It did not rain. We think that the frost did it, and we have no way to know.",
    "The sixth bend",
    "sights",
  ),
  on(72, "18:00", ewan).change(
    "The reach",
    "sights",
    "with holes in it",
    "with holes in it, too small for kingfishers",
    "",
  ),
])("Ewan Strachie", "Noor Halabi", "Chidi Amaechi", "Marta Kowalik");

const stationBridge = ((beatriz, felix, elin, pavel) => [
  on(88, "09:30", felix).write(
    "The reach",
    "place",
    "Our reach lies under the station: a hundred metres of it in daylight above, sixty in a tunnel, a hundred and fifty below. The tunnel can be walked at low water, and we asked first.",
    "Above, through and below",
    "Where it is",
  ),
  on(87, "19:20", elin).write(
    "The reach",
    "sights",
    "In the tunnel there are no plants and no mud. The bed is brick, laid in a herringbone, as clean as a kitchen floor. Half-way in there is a step of ten centimetres, and a sound that one hears long before one sees what makes it.",
    "In the tunnel",
    "What we saw",
  ),
  on(85, "13:45", beatriz).write(
    "Field notes",
    "walk one",
    "First walk: Monday, seven to nine in the morning, low water, six degrees. Depth above 0.28 metres, in the tunnel 0.06, below 0.40. Speed by the orange: 0.4 metres a second above, 1.9 in the tunnel, 0.3 below. No fish in the tunnel. Above it none; below it eleven small ones in the pool.",
    "First walk",
    "First walk",
  ),
  on(84, "20:30", pavel).comment(
    "Field notes",
    "orange",
    "We threw one orange once. Three throws each would be a measurement.",
  ),
  on(78, "10:10", pavel).write(
    "Field notes",
    "walk two",
    "Second walk: Monday, the same hours, low water, five degrees. Three oranges at each place. Above: 0.41, 0.38, 0.40 metres a second. Tunnel: 1.85, 1.92, 1.88. Below: 0.31, 0.29, 0.33. Fish below the tunnel: nine. Above: none, though we waited.",
    "Second walk, three throws each",
    "Second walk",
  ),
  on(77, "17:05", elin).write(
    "The reach",
    "fish",
    "Fish stand below the tunnel and none above it. Through it the water runs six centimetres deep and faster than a small fish swims for sixty metres. We did not see one try.",
    "Why there may be none above",
    "sights",
  ),
  on(70, "09:50", beatriz).change(
    "The reach",
    "fish",
    "We did not see one try.",
    "We did not see one try, and so we do not know that they can't.",
    "What we do not know",
  ),
])("Beatriz Lanza", "Felix Oduya", "Elin Sorby", "Pavel Drury");

export const surveyStories: Readonly<Record<PartyName, readonly Deed[]>> = {
  "Weir Lane": weirLane,
  "Mill Green": millGreen,
  "Canal Basin": canalBasin,
  "Ford Street": fordStreet,
  "Upper Meadow": upperMeadow,
  "Station Bridge": stationBridge,
};
