/**
 * What is missing or odd about an assignment before its wikis are made. Facts; the sentences are made where
 * they are shown.
 */

export interface PageFacts {
  readonly id: string;
  readonly title: string;
  /** Ids of the starter pages that it links to. */
  readonly links: readonly string[];
  readonly isEmpty: boolean;
  readonly forEachMember: boolean;
}

export interface SetUpFacts {
  readonly sharing: "group" | "student" | "class";
  /** Of the chosen set, with the ids of their members; null if no set is chosen. */
  readonly groups: readonly { readonly name: string; readonly members: readonly string[] }[] | null;
  readonly students: readonly { readonly id: string; readonly name: string }[];
  /** Wall clocks in the course's zone, as "2026-03-29T17:00". */
  readonly now: string;
  readonly opensAt: string;
  readonly dueAt: string;
  readonly cutOffAt: string | null;
  /** The course's last day, as "2026-06-30". */
  readonly endsOn: string;
  readonly briefIsEmpty: boolean;
  /** The first is the home page. */
  readonly pages: readonly PageFacts[];
}

export type SetUpFinding =
  | { readonly code: "no students" }
  | { readonly code: "no set" }
  | { readonly code: "no groups" }
  | { readonly code: "in no group"; readonly names: readonly string[] }
  | { readonly code: "in two groups"; readonly names: readonly string[] }
  | { readonly code: "empty groups"; readonly names: readonly string[] }
  | { readonly code: "groups of one"; readonly names: readonly string[] }
  | { readonly code: "due in the past" }
  | { readonly code: "due at night"; readonly time: string }
  | { readonly code: "due after the course" }
  | { readonly code: "cut-off before due" }
  | { readonly code: "no brief" }
  | { readonly code: "nobody links to"; readonly titles: readonly string[] }
  | { readonly code: "empty home page" };

/** What has to be mended first; everything else is for the instructor to judge. */
const mustBeMended: ReadonlySet<SetUpFinding["code"]> = new Set([
  "no students",
  "no set",
  "no groups",
  "in two groups",
]);

export function mustMend({ code }: SetUpFinding): boolean {
  return mustBeMended.has(code);
}

/** Weightiest first. O(students + members + links). */
export function checkSetUp(facts: SetUpFacts): SetUpFinding[] {
  const found = [...checkPeople(facts), ...checkTimes(facts), ...checkPages(facts)];
  return [...found.filter(mustMend), ...found.filter((each) => !mustMend(each))];
}

function checkPeople({ sharing, groups, students }: SetUpFacts): SetUpFinding[] {
  if (students.length === 0) return [{ code: "no students" }];
  if (sharing !== "group") return [];
  if (!groups) return [{ code: "no set" }];
  if (groups.length === 0) return [{ code: "no groups" }];
  const times = new Map<string, number>();
  for (const { members } of groups)
    for (const member of members) times.set(member, (times.get(member) ?? 0) + 1);
  const named = <Code extends "in no group" | "in two groups">(
    code: Code,
    is: (count: number) => boolean,
  ) => {
    const names = students.filter(({ id }) => is(times.get(id) ?? 0)).map(({ name }) => name);
    return names.length > 0 ? [{ code, names }] : [];
  };
  const sized = <Code extends "empty groups" | "groups of one">(code: Code, size: number) => {
    const names = groups.filter(({ members }) => members.length === size).map(({ name }) => name);
    return names.length > 0 ? [{ code, names }] : [];
  };
  return [
    ...named("in no group", (count) => count === 0),
    ...named("in two groups", (count) => count > 1),
    ...sized("empty groups", 0),
    ...sized("groups of one", 1),
  ];
}

function checkTimes({ now, dueAt, cutOffAt, endsOn }: SetUpFacts): SetUpFinding[] {
  const time = dueAt.slice(11);
  return [
    ...(dueAt <= now ? [{ code: "due in the past" } as const] : []),
    ...(time < "06:00" ? [{ code: "due at night", time } as const] : []),
    ...(dueAt.slice(0, 10) > endsOn ? [{ code: "due after the course" } as const] : []),
    ...(cutOffAt !== null && cutOffAt < dueAt ? [{ code: "cut-off before due" } as const] : []),
  ];
}

function checkPages({ briefIsEmpty, pages }: SetUpFacts): SetUpFinding[] {
  const reached = new Set(pages.slice(0, 1).map(({ id }) => id));
  for (let grew = true; grew;) {
    grew = false;
    for (const page of pages) {
      if (!reached.has(page.id)) continue;
      for (const link of page.links)
        if (!reached.has(link)) {
          reached.add(link);
          grew = true;
        }
    }
  }
  // The pages that members have alone are linked from the home page when the wikis are made.
  const titles = pages
    .filter((page) => !reached.has(page.id) && !page.forEachMember)
    .map(({ title }) => title);
  return [
    ...(briefIsEmpty ? [{ code: "no brief" } as const] : []),
    ...(pages[0]?.isEmpty ? [{ code: "empty home page" } as const] : []),
    ...(titles.length > 0 ? [{ code: "nobody links to", titles } as const] : []),
  ];
}
