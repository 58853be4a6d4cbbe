/**
 * The figures of a student: what each counts, and how it comes about. This table is the one place that says
 * so. Screens, evidence, files and the sums of the database read it; a new figure is a line here and its
 * words in `messages/en/figures.json`.
 */
import { justBeforeDue } from "../time/due";
import type { EntryFigures } from "./account";
import {
  type Asked,
  entries,
  type EvidenceItem,
  inParts,
  remarks,
  sittingStarts,
  sum,
  within,
} from "./behind";
import type { WordsByEntry } from "./entry-counts";
import { remarksOnOthers } from "./on-others";
import {
  type Deed,
  type GroupWork,
  indexOf,
  isLateDeed,
  partOf,
  removedBy,
  type Thing,
  timesOfDeed,
} from "./work";

/** What an entry stores, with the sign with which it goes into a sum. */
export type Weights = Readonly<Partial<Record<SummedCount, 1 | -1>>>;
type SummedCount = {
  [Name in keyof EntryFigures]: EntryFigures[Name] extends number ? Name : never;
}[keyof EntryFigures];

export interface FigureDefinition {
  readonly unit:
    | "words"
    | "entries"
    | "pages"
    | "days"
    | "sittings"
    | "comments"
    | "teammates"
    | "links"
    | "pictures"
    | "sources";
  /**
   * A column of the class: among the usual ones, or for whoever chooses it. Absent: the class does not have
   * it.
   */
  readonly column?: "usual" | "chosen";
  /** Its place among the lines of a group's table. */
  readonly inGroup: boolean;
  /** What is behind it, oldest first; the figure is the sum of the amounts. O(deeds + remarks). */
  readonly behind: (asked: Asked) => readonly EvidenceItem[];
  /** Where it is a part: of what. Null where that is 0, or where nothing can be said of the period. */
  readonly whole?: (asked: Asked) => number | null;
  /**
   * Where it is a sum over the author's own entries: of what is stored with each. The database sums it up by
   * this.
   */
  readonly stored?: Weights;
}

/** A sum over a person's own entries of what is stored with them. */
function ownSum(weights: Weights) {
  const named = Object.entries(weights) as [SummedCount, 1 | -1][];
  const amount = ({ figures }: Deed) =>
    named.reduce((total, [name, sign]) => total + sign * figures[name], 0);
  return { stored: weights, behind: (asked: Asked) => own(asked, amount) };
}

const own = (asked: Asked, amount: (deed: Deed) => number) => entries(asked, ({ author }) => author, amount);
const added = (asked: Asked) => inParts(asked, ({ figures }) => figures.added);
const addedWhere = (asked: Asked, counts: (deed: Deed) => boolean) =>
  inParts(asked, (deed) => (counts(deed) ? deed.figures.added : 0));
const addedInAll = (asked: Asked) => sum(added(asked));
// What stands at the end of the period, whenever it was written.
const standing = (asked: Asked) =>
  inParts(asked, ({ entry }) => indexOf(asked.work).standing.get(entry) ?? 0, "at any time");
const largest = (asked: Asked) =>
  added(asked).reduce<EvidenceItem[]>(
    (most, item) => (most[0] && most[0].amount >= item.amount ? most : [item]),
    [],
  );
const hasDue = ({ work, people }: Asked) => people.some((person) => work.timesOf(person) !== null);
const thingsOf =
  (kind: Thing["kind"]) =>
  ({ work, people }: Asked) =>
    (work.things ?? [])
      .filter(
        (thing) => thing.kind === kind && people.includes(indexOf(work).deeds.get(thing.entry)?.author ?? ""),
      )
      .map(({ entry, count }): EvidenceItem => ({ entry, remark: null, amount: count }));

/**
 * Words in the person's own entries, or in those of others, by whose they are: of what each entry is asked.
 */
type Owned = (deed: Deed, work: GroupWork) => WordsByEntry;

/**
 * Of words that the person's own entries did something to: those that are their own, or those of others;
 * starter text is neither.
 */
const byOwner = (of: Owned, whose: "own" | "others") => (asked: Asked) =>
  own(asked, (deed) =>
    of(deed, asked.work).reduce((total, [entry, words]) => {
      const owner = indexOf(asked.work).deeds.get(entry)?.author ?? null;
      return owner === null || (owner === deed.author) !== (whose === "own") ? total : total + words;
    }, 0),
  );

/** Of words that entries of somebody else did something to: the person's part of them. */
const ofTheirs =
  (of: Owned) =>
  ({ work, people }: Asked): EvidenceItem[] =>
    people.flatMap((person) =>
      entries(
        { work, people: [person] },
        ({ author }) => (author === person ? null : person),
        (deed) =>
          of(deed, work).reduce((total, [entry, words]) => {
            const owner = indexOf(work).deeds.get(entry);
            return owner ? total + words * partOf(owner, person) : total;
          }, 0),
      ),
    );

const removed: Owned = (deed, work) => removedBy(work, deed);
const back: Owned = ({ entry }, work) => indexOf(work).cameBack.get(entry) ?? [];
const edited: Owned = (deed, work) => [...removed(deed, work), ...deed.figures.correctedFrom];

/** Of each teammate with whom the person exchanged answers, the first of them. */
function talkedWith({ work, people }: Asked): EvidenceItem[] {
  const met = new Set<string>();
  return within(work, work.remarks).flatMap(({ id, author, answers }) => {
    const other = people.includes(author)
      ? answers
      : answers !== null && people.includes(answers)
        ? author
        : null;
    if (other === null || people.includes(other) || !work.members.includes(other) || met.has(other))
      return [];
    met.add(other);
    return [{ entry: null, remark: id, amount: 1 }];
  });
}

/** The first act of each day: entries and comments alike. */
function days(asked: Asked): EvidenceItem[] {
  const met = new Set<string>();
  return acts(asked).filter(({ at }) => {
    const day = asked.work.dayOf(at);
    const isFirst = !met.has(day);
    met.add(day);
    return isFirst;
  });
}

function acts({ work, people }: Asked): (EvidenceItem & { readonly at: number })[] {
  const saved = within(work, work.deeds)
    .filter(({ author }) => author !== null && people.includes(author))
    .map(({ entry, at }) => ({ entry, remark: null, amount: 1, at }));
  const said = within(work, work.remarks)
    .filter(({ author }) => people.includes(author))
    .map(({ id, at }) => ({ entry: null, remark: id, amount: 1, at }));
  return [...saved, ...said].sort((one, other) => one.at - other.at);
}

/** The first entry of the person on each page. */
function pagesTouched(asked: Asked): EvidenceItem[] {
  const met = new Set<string>();
  return own(asked, ({ page }) => {
    const isFirst = !met.has(page);
    met.add(page);
    return isFirst ? 1 : 0;
  });
}

/** In the order in which they are shown everywhere. */
export const figureTable = {
  share: {
    unit: "words",
    column: "usual",
    inGroup: true,
    behind: standing,
    whole: ({ work }) => sum(standing({ work, people: [...work.members, ...work.guests] })),
  },
  standing: { unit: "words", column: "usual", inGroup: true, behind: standing },
  added: { unit: "words", column: "usual", inGroup: true, behind: added },
  addedLate: {
    unit: "words",
    column: "chosen",
    inGroup: false,
    behind: (asked) => addedWhere(asked, (deed) => isLateDeed(asked.work, deed)),
  },
  // What stands is older in part than a period that begins later.
  lasting: {
    unit: "words",
    column: "usual",
    inGroup: true,
    behind: standing,
    whole: (asked) => (asked.work.from === undefined ? addedInAll(asked) : null),
  },
  entries: { unit: "entries", column: "usual", inGroup: true, behind: (asked) => own(asked, () => 1) },
  activeDays: { unit: "days", column: "usual", inGroup: true, behind: days },
  sittings: { unit: "sittings", inGroup: true, behind: (asked) => sittingStarts(acts(asked)) },
  removedOthers: { unit: "words", inGroup: true, behind: byOwner(removed, "others") },
  removedOthersBack: { unit: "words", inGroup: false, behind: byOwner(back, "others") },
  editedByOthers: { unit: "words", inGroup: true, behind: ofTheirs(edited) },
  editedByOthersBack: { unit: "words", inGroup: false, behind: ofTheirs(back) },
  entriesOnOthersPages: { unit: "entries", column: "usual", inGroup: true, ...ownSum({ onOthers: 1 }) },
  reworded: { unit: "words", inGroup: true, ...ownSum({ reworded: 1 }) },
  corrections: { unit: "words", column: "chosen", inGroup: true, ...ownSum({ corrected: 1 }) },
  moved: { unit: "words", column: "chosen", inGroup: true, ...ownSum({ moved: 1 }) },
  restored: { unit: "words", column: "chosen", inGroup: true, ...ownSum({ gaveBack: 1 }) },
  carried: { unit: "words", inGroup: true, ...ownSum({ carried: 1 }) },
  copies: {
    unit: "words",
    inGroup: true,
    behind: (asked) =>
      inParts(asked, ({ entry }) => indexOf(asked.work).copies.get(entry) ?? 0, "at any time"),
  },
  removedOwn: { unit: "words", inGroup: false, behind: byOwner(removed, "own") },
  tookBackOwn: { unit: "words", inGroup: false, ...ownSum({ tookBackOwn: 1 }) },
  tookBackOthers: { unit: "words", inGroup: false, ...ownSum({ tookBackOthers: 1 }) },
  triedAndDropped: {
    unit: "words",
    inGroup: true,
    behind: byOwner(
      (deed, work) => [
        ...removed(deed, work),
        ...back(deed, work).map(([owner, words]) => [owner, -words] as const),
      ],
      "own",
    ),
  },
  discussed: {
    unit: "words",
    inGroup: true,
    behind: (asked) => inParts(asked, ({ discussed = 0 }) => discussed),
  },
  largestArrival: { unit: "words", inGroup: true, behind: largest },
  largestArrivalPart: { unit: "words", inGroup: false, behind: largest, whole: addedInAll },
  lastDayPart: {
    unit: "words",
    inGroup: true,
    whole: (asked) => (hasDue(asked) ? addedInAll(asked) : null),
    behind: (asked) =>
      addedWhere(asked, (deed) => {
        const times = timesOfDeed(asked.work, deed);
        const last = times && justBeforeDue(times);
        return last !== null && deed.at >= last.from && deed.at < last.to;
      }),
  },
  inTime: {
    unit: "words",
    inGroup: false,
    whole: (asked) => (hasDue(asked) ? addedInAll(asked) : null),
    behind: (asked) => addedWhere(asked, (deed) => !isLateDeed(asked.work, deed)),
  },
  pagesTouched: { unit: "pages", inGroup: false, behind: pagesTouched },
  pagesStarted: {
    unit: "pages",
    inGroup: true,
    behind: (asked) =>
      own(asked, ({ page, entry }) => (indexOf(asked.work).startedWith.get(page) === entry ? 1 : 0)),
  },
  links: { unit: "links", column: "chosen", inGroup: false, behind: thingsOf("link") },
  pictures: { unit: "pictures", column: "chosen", inGroup: false, behind: thingsOf("picture") },
  sources: { unit: "sources", column: "chosen", inGroup: false, behind: thingsOf("source") },
  comments: {
    unit: "comments",
    column: "usual",
    inGroup: true,
    behind: (asked) => remarks(asked, () => true),
  },
  replies: {
    unit: "comments",
    inGroup: true,
    behind: (asked) => remarks(asked, ({ answers, author }) => answers !== null && answers !== author),
  },
  commentsOnOthersPages: {
    unit: "comments",
    inGroup: false,
    behind: (asked) => remarks(asked, ({ id }) => remarksOnOthers(asked.work).has(id)),
  },
  talkedWith: { unit: "teammates", inGroup: true, behind: talkedWith },
} as const satisfies Readonly<Record<string, FigureDefinition>>;

type Table = typeof figureTable;
export type FigureName = keyof Table;
/** Figures that are parts of something, from 0 on; null where there is nothing to be a part of. */
export type PartFigure = {
  [Name in FigureName]: Table[Name] extends { readonly whole: unknown } ? Name : never;
}[FigureName];
/** Figures that are columns of the class. */
export type ClassFigure = {
  [Name in FigureName]: Table[Name] extends { readonly column: unknown } ? Name : never;
}[FigureName];
/** Figures that the database can sum up from what is stored with each entry. */
export type StoredFigure = {
  [Name in FigureName]: Table[Name] extends { readonly stored: unknown } ? Name : never;
}[FigureName];

export const figureNames = Object.keys(figureTable) as FigureName[];
export const definitionOf = (name: FigureName): FigureDefinition => figureTable[name];
export const isPart = (name: FigureName): name is PartFigure => definitionOf(name).whole !== undefined;
export const classFigures = figureNames.filter(
  (name): name is ClassFigure => definitionOf(name).column !== undefined,
);
export const storedFigures = figureNames.filter(
  (name): name is StoredFigure => definitionOf(name).stored !== undefined,
);
