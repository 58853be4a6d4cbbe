/** Invented people in any number: two halves of a name put together so that no two are alike. */

const given = (
  "Abel Ailis Amara Anouk Arlo Asta Bastian Bela Bram Briony Caspar Ciara Dalia Davor Dilys Edda Eamon Elio Esme Farid Fenna Finlay Gerda Gwil Hamza Hedda Ilka Imre Ines Isla " +
  "Jarek Joao Jora Kasia Kenji Kofi Laila Leif Lior Lowri Maeve Malik Maren Mateo Mina Nadia Nils Nuala Oisin Olga Orla Pascal Petra Quentin Rafi Ravi Rhona Rosalind Samir Selma " +
  "Signe Soren Tamsin Tariq Thea Tove Ulla Viggo Vera Wanda Wren Xenia Yara Yusuf Zelda Zoran"
).split(" ");
const family = (
  "Abernale Anstrand Ashgrove Barrowick Belcastel Birchmoor Bravoso Calderwick Carnwath Corvane Dalkeel Dunmarsh Elderfen Estrello Fairweir Fenwhistle Fordham-Lee Garrick Glasmoor Greenholt " +
  "Halloran-West Harefoot Heronsgate Holmquay Inverlow Ivarsen Jarnholm Kestrelby Kirkbeck Lamberfield Larkrise Lindahl-Moss Longmere Marrow Millstrand Mosswater Nairnside Northbeck Oakhanger Okello-Reed " +
  "Otterbourne Penrow Quillfeather Ravensford Redshaw Riverdale-Ito Rushmere Sallowfield Sedgewick-Bo Shalewood Silverbeck Stonebridge Tarnhill Thornlea Tidewell Underbank Vale-Acheampong Wadebridge Waterfield Westerlund " +
  "Whinfell Willowby Winterbourne Withycombe Yarrow Zander-Pike"
).split(" ");

/**
 * The name number `at`; different ones for different numbers, as long as there are no more than all pairs.
 */
export function nameOf(at: number): string {
  // Both steps share no factor with the number of names: each pair comes up once before any comes again.
  return `${given[(at * 31) % given.length]} ${family[(at * 17 + Math.floor(at / given.length)) % family.length]}`;
}

const heads =
  "Ash Black Bright Cinder Clay Copper Dark Elm Fallow Foss Glass Grey Hazel Heron High Iron Kiln Lady Long Low Maple Marl Mill Moss Nether Old Otter Peat Quarry Rush Salt Shale Silver Slate Stone Thistle Under Wether White Withy".split(
    " ",
  );
const tails = ["Beck", "Brook", "Burn", "Cut", "Ditch", "Leat", "Race", "Rill", "Sike", "Water"];

/** The river number `at`. */
export function riverOf(at: number): string {
  return `${heads[at % heads.length]} ${tails[(at + Math.floor(at / heads.length)) % tails.length]}`;
}
