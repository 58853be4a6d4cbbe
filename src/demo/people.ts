/** The people of the demo course. All of them are invented. */
import type { Role } from "@/core/access/may";

export interface DemoPerson {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

function person(name: string, role: Role = "student"): DemoPerson {
  const handle = name.toLowerCase().replace(/[^a-z]+/g, ".");
  return { id: handle.replace(/\./g, ""), name, email: `${handle}@urban-rivers.example`, role };
}

export const instructor = person("Ines Calder", "instructor");
export const assistant = person("Tobin Marsh", "assistant");

/** Four students to a group, in the order of joining. */
export const demoGroups = {
  "Alder Brook": ["Mira Okonjo", "Jonas Feld", "Priya Nandakumar", "Callum Wray"],
  "Kestrel Water": ["Aoife Brannock", "Deniz Aksoyan", "Lena Hartvig", "Tomas Quill"],
  Millrace: ["Sunniva Dahl", "Omar Benhadi", "Grace Tolliver", "Yuki Morisada"],
  Thornbeck: ["Ewan Strachie", "Noor Halabi", "Beatriz Lanza", "Felix Oduya"],
  Saltmere: ["Hana Veselka", "Rory McAllan", "Chidi Amaechi", "Elin Sorby"],
  "Hollin Burn": ["Marta Kowalik", "Idris Vaughn", "Saoirse Delaney", "Pavel Drury"],
} as const;

export type RiverName = keyof typeof demoGroups;

export const riverNames = Object.keys(demoGroups) as RiverName[];

const students = new Map(
  Object.values(demoGroups)
    .flat()
    .map((name) => [name as string, person(name)]),
);

/** The demo's person of that name. Throws if nobody has it, so that a slip in a story is found at once. */
export function student(name: string): DemoPerson {
  const found = students.get(name);
  if (!found) throw new RangeError(`Nobody in the demo is called ${name}`);
  return found;
}

export const everybody: readonly DemoPerson[] = [instructor, assistant, ...students.values()];

/** The password of everybody in the demo. */
export const demoPassword = "follow the water";
