/** Weeks of work of one group, made by chance from the habits of its members. The same for the same seed. */
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { type Dice, dice } from "@/core/roster/dice";
import { commentSentences, sentenceFor, withSlip } from "./sentences";

/** How somebody works: what part of the group's entries they save, when, and what they like to do. */
interface Habit {
  readonly part: number;
  /** Where in the weeks their work lies: 0 the beginning, 1 the due time. */
  readonly from: number;
  readonly to: number;
  readonly does: readonly (readonly [Deed, number])[];
  readonly comments: number;
}

type Deed = "write" | "rework" | "correct" | "remove" | "move" | "paste";

const habits: readonly Habit[] = [
  {
    part: 5,
    from: 0,
    to: 1,
    comments: 8,
    does: [
      ["write", 5],
      ["rework", 3],
      ["correct", 1],
      ["remove", 1],
      ["move", 1],
    ],
  },
  {
    part: 4,
    from: 0.1,
    to: 0.9,
    comments: 12,
    does: [
      ["write", 3],
      ["rework", 4],
      ["correct", 2],
      ["move", 1],
    ],
  },
  {
    part: 3,
    from: 0.3,
    to: 1,
    comments: 4,
    does: [
      ["write", 6],
      ["remove", 1],
    ],
  },
  {
    part: 2,
    from: 0.93,
    to: 1,
    comments: 1,
    does: [
      ["write", 6],
      ["paste", 1],
    ],
  },
  {
    part: 1.5,
    from: 0,
    to: 1,
    comments: 3,
    does: [
      ["correct", 5],
      ["write", 1],
    ],
  },
  {
    part: 0.4,
    from: 0.5,
    to: 1,
    comments: 2,
    does: [
      ["paste", 2],
      ["write", 1],
    ],
  },
  {
    part: 0.1,
    from: 0.2,
    to: 0.9,
    comments: 6,
    does: [
      ["write", 1],
      ["correct", 1],
    ],
  },
  { part: 0, from: 0, to: 1, comments: 0, does: [["write", 1]] },
];

interface Paragraph {
  readonly id: string;
  readonly heading: boolean;
  readonly sentences: readonly string[];
}

export interface SavedEntry {
  /** The page's title. */
  readonly page: string;
  /** The member's place in the group. */
  readonly member: number;
  readonly at: Date;
  readonly note: string;
  readonly document: PageDocument;
}

export interface SaidComment {
  readonly page: string;
  readonly member: number;
  readonly at: Date;
  readonly body: string;
  /** The comment that it answers, by its place in the list. */
  readonly answers: number | null;
}

export interface Work {
  readonly entries: readonly SavedEntry[];
  readonly comments: readonly SaidComment[];
}

export interface WorkSize {
  readonly members: number;
  readonly entries: number;
  readonly titles: readonly string[];
  readonly from: Date;
  readonly until: Date;
}

const notes = [
  "",
  "",
  "",
  "",
  "Shorter.",
  "After the visit.",
  "Slips.",
  "From the notes of Tuesday.",
  "Order.",
  "As discussed.",
  "Figures checked.",
];

/** `starters`: what the wiki's pages begin with; the other titles are started by members. */
export function workOf(
  seed: number,
  { members, entries, titles, from, until }: WorkSize,
  starters: ReadonlyMap<string, PageDocument>,
): Work {
  const throws = dice(seed);
  const own = Array.from(
    { length: members },
    (_, at) => habits[at === 0 ? 0 : 1 + throws.below(habits.length - 1)]!,
  );
  const all = own.reduce((sum, { part }) => sum + part, 0);
  const span = until.getTime() - from.getTime();
  const moment = ({ from: first, to: last }: Habit) =>
    new Date(from.getTime() + span * (first + (last - first) * throws.part() ** 0.8) * 0.9999);
  const times = own
    .flatMap((habit, member) =>
      Array.from({ length: Math.round((entries * habit.part) / all) }, () => ({ member, at: moment(habit) })),
    )
    .sort((one, other) => one.at.getTime() - other.at.getTime())
    .slice(0, entries);
  const pages = new Map<string, Paragraph[]>();
  const newId = () =>
    `p${Math.floor(throws.part() * 36 ** 8)
      .toString(36)
      .padStart(8, "0")}`;
  const saved: SavedEntry[] = [];
  for (const { member, at } of times) {
    const begun = titles.filter((title) => pages.has(title) || starters.has(title));
    const isStarting = begun.length < titles.length && throws.chance(0.08);
    const title = isStarting ? titles[begun.length]! : throws.pick(begun);
    const before = pages.get(title) ?? paragraphsOf(starters.get(title), newId);
    const after = changed(
      before,
      title,
      isStarting || before.length < 2 ? "write" : weighted(own[member]!.does, throws),
      throws,
      newId,
    );
    pages.set(title, after);
    saved.push({
      page: title,
      member,
      at,
      note: throws.pick(notes),
      document: { type: "doc", content: after.map(nodeOf) },
    });
  }
  const comments: { page: string; member: number; at: Date; body: string; answers: number | null }[] = [];
  const told = own
    .flatMap((habit, member) =>
      Array.from({ length: throws.below(habit.comments + 1) }, () => ({ member, at: moment(habit) })),
    )
    .sort((one, other) => one.at.getTime() - other.at.getTime());
  for (const { member, at } of told) {
    const written = saved.filter((entry) => entry.at < at);
    if (written.length === 0) continue;
    const open = comments.flatMap((each, place) =>
      each.answers === null && each.member !== member ? [place] : [],
    );
    const answers = open.length > 0 && throws.chance(0.45) ? throws.pick(open) : null;
    comments.push({
      page: answers === null ? throws.pick(written).page : comments[answers]!.page,
      member,
      at,
      body: throws.pick(commentSentences),
      answers,
    });
  }
  return { entries: saved, comments };
}

function weighted(does: Habit["does"], throws: Dice): Deed {
  let left = throws.part() * does.reduce((sum, [, weight]) => sum + weight, 0);
  for (const [deed, weight] of does) if ((left -= weight) < 0) return deed;
  return does[0]![0];
}

function changed(
  before: readonly Paragraph[],
  title: string,
  deed: Deed,
  throws: Dice,
  newId: () => string,
): Paragraph[] {
  const sentences = (count: number) =>
    Array.from({ length: count }, () =>
      throws.chance(0.15) ? withSlip(sentenceFor(title, throws), throws) : sentenceFor(title, throws),
    );
  const texts = before.flatMap(({ heading }, at) => (heading ? [] : [at]));
  const place = 1 + throws.below(Math.max(1, before.length));
  const added = (count: number): Paragraph[] => [
    ...before.slice(0, place),
    { id: newId(), heading: false, sentences: sentences(count) },
    ...before.slice(place),
  ];
  if (deed === "write" || texts.length === 0) return added(throws.between(1, 3));
  if (deed === "paste")
    return Array.from({ length: throws.between(4, 7) }).reduce<Paragraph[]>(
      (pasted) => [...pasted, { id: newId(), heading: false, sentences: sentences(throws.between(2, 4)) }],
      [...before],
    );
  const at = throws.pick(texts);
  const target = before[at]!;
  const put = (next: readonly string[]) =>
    next.length === 0
      ? before.filter((each) => each !== target)
      : before.map((each) => (each === target ? { ...each, sentences: next } : each));
  const which = throws.below(target.sentences.length);
  switch (deed) {
    case "rework":
      return put(
        target.sentences.flatMap((sentence, index) =>
          index !== which ? [sentence] : throws.chance(0.5) ? [sentence, ...sentences(1)] : sentences(1),
        ),
      );
    // Two letters changed round are put right where somebody sees them; else a comma goes.
    case "correct":
      return put(
        target.sentences.map((sentence, index) => (index === which ? withSlip(sentence, throws) : sentence)),
      );
    case "remove":
      return before.length > 6 ? put(target.sentences.filter((_, index) => index !== which)) : added(1);
    case "move": {
      const rest = before.filter((each) => each !== target);
      const to = 1 + throws.below(rest.length);
      return [...rest.slice(0, to), target, ...rest.slice(to)];
    }
    default:
      return deed satisfies never;
  }
}

const plain = (node: DocumentNode): string => node.text ?? (node.content ?? []).map(plain).join("");

/** Starter text as paragraphs; headings stay where they are. */
function paragraphsOf(document: PageDocument | undefined, newId: () => string): Paragraph[] {
  return (document?.content ?? []).map((node) => ({
    id: String(node.attrs?.id ?? newId()),
    heading: node.type === "heading",
    sentences: [plain(node)],
  }));
}

function nodeOf({ id, heading, sentences }: Paragraph): DocumentNode {
  const content: DocumentNode[] = [{ type: "text", text: sentences.join(" ") }];
  return heading
    ? { type: "heading", attrs: { id, level: 2 }, content }
    : { type: "paragraph", attrs: { id }, content };
}
