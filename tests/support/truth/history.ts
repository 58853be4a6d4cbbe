/**
 * Histories with known truth: weeks of work on a wiki, entry by entry, with who wrote each word and what each
 * did.
 */
import { type Dice, dice } from "@/core/roster/dice";
import { type Edit, insert, type Scene } from "./edits";
import { type Act, type Page, type Paragraph, textOf, tokensOf, write } from "./pages";
import type { Prose } from "./prose";

export interface HistoryEntry {
  readonly rev: number;
  readonly author: string;
  readonly at: string;
  readonly page: string;
  readonly text: string;
}

/** What one author did, as the edits know it. */
export interface TrueFigures {
  added: number;
  /** Words that left a page and stand on no other, net of what the same author cut here and pasted there. */
  removedOwn: number;
  removedOthers: number;
}

export interface History {
  readonly entries: readonly HistoryEntry[];
  /** By page, for each word of the last text the entry that wrote it. */
  readonly truth: ReadonlyMap<string, readonly number[]>;
  readonly figures: ReadonlyMap<string, TrueFigures>;
  /** For each entry, the truth of its page after it. */
  readonly truthAt: readonly (readonly number[])[];
  /** For each entry, what it added to its author's figures. */
  readonly figuresAt: readonly TrueFigures[];
}

/**
 * What may happen in an entry, how often (in parts of all weights together), and to how many places at once.
 */
export interface Habits {
  readonly edits: readonly (readonly [edit: Edit, weight: number])[];
  /** A page is emptied by one and restored by another. */
  readonly blanking?: number;
  /** A page is put back to an earlier state, exactly or with an edit. */
  readonly reverting?: number;
  readonly revertingWithEdit?: number;
  /** A paragraph leaves one page and comes to another by a second entry, or is copied there. */
  readonly acrossPages?: number;
  /** A page is emptied, its text put in the place of another's, and the other's on the empty page. */
  readonly exchanging?: number;
  readonly editsAtOnce?: number;
}

export interface Size {
  readonly authors: number;
  readonly entries: number;
  readonly words: number;
  readonly pages?: number;
}

export function history(seed: number, prose: Prose, habits: Habits, size: Size): History {
  const teller = new Teller(dice(seed), prose, habits, size);
  teller.tell();
  return {
    entries: teller.entries,
    truth: teller.truth(),
    figures: teller.figures,
    truthAt: teller.truthAt,
    figuresAt: teller.figuresAt,
  };
}

class Teller {
  readonly entries: HistoryEntry[] = [];
  readonly figures = new Map<string, TrueFigures>();
  readonly truthAt: number[][] = [];
  readonly figuresAt: TrueFigures[] = [];
  readonly #pages = new Map<string, Page>();
  readonly #states = new Map<string, Page[]>();
  readonly #removed: Paragraph[] = [];
  /** How often each act stands in the wiki, and who removed it last, from where. */
  readonly #standing = new Map<Act, number>();
  readonly #lastRemoval = new Map<Act, { page: string; by: string; words: number }>();

  constructor(
    readonly dice: Dice,
    readonly prose: Prose,
    readonly habits: Habits,
    readonly size: Size,
  ) {}

  tell(): void {
    const pages = Array.from({ length: this.size.pages ?? 1 }, (_, index) => `p${index + 1}`);
    for (const page of pages)
      this.#save(page, this.#author(), (rev, author) =>
        this.#firstText(rev, author, this.size.words / pages.length),
      );
    while (this.entries.length < this.size.entries) this.#happen(this.dice.pick(pages));
  }

  truth(): Map<string, number[]> {
    return new Map(
      [...this.#pages].map(([page, content]) => [page, tokensOf(content).map((token) => token.act.rev)]),
    );
  }

  #author(): string {
    return `a${1 + this.dice.below(this.size.authors)}`;
  }

  #firstText(rev: number, author: string, words: number): Page {
    const page: Paragraph[] = [];
    for (let count = 0; count < words;) {
      const paragraph = Array.from({ length: this.dice.between(2, 6) }, () =>
        write(this.prose(this.dice), rev, author),
      );
      page.push(paragraph);
      count += paragraph.flat().length;
    }
    return page;
  }

  #happen(page: string): void {
    const {
      blanking = 0,
      reverting = 0,
      revertingWithEdit = 0,
      acrossPages = 0,
      exchanging = 0,
      edits,
      editsAtOnce = 1,
    } = this.habits;
    let throwOf =
      this.dice.part() *
      (blanking +
        reverting +
        revertingWithEdit +
        acrossPages +
        exchanging +
        edits.reduce((sum, [, weight]) => sum + weight, 0));
    const before = this.#pages.get(page)!;
    if ((throwOf -= blanking) < 0) {
      this.#save(page, this.#author(), () => []);
      this.#save(page, this.#author(), () => before);
    } else if ((throwOf -= reverting) < 0) {
      this.#save(page, this.#author(), () => this.#earlier(page));
    } else if ((throwOf -= revertingWithEdit) < 0) {
      this.#save(page, this.#author(), (rev, author) => this.#edited(this.#earlier(page), rev, author));
    } else if ((throwOf -= acrossPages) < 0) this.#takeAcross(page);
    else if ((throwOf -= exchanging) < 0) this.#exchange(page);
    else
      this.#save(page, this.#author(), (rev, author) => {
        let content = before;
        for (let each = this.dice.between(1, editsAtOnce); each > 0; each--)
          content = this.#edited(content, rev, author);
        return content;
      });
  }

  #edited(content: Page, rev: number, author: string): Page {
    const { edits } = this.habits;
    let throwOf = this.dice.part() * edits.reduce((sum, [, weight]) => sum + weight, 0);
    const [edit] = edits.find(([, weight]) => (throwOf -= weight) < 0) ?? edits[0]!;
    const scene: Scene = { dice: this.dice, prose: this.prose, rev, author, removed: this.#removed };
    // A page that shrank below half of its size is written on, so that histories do not die out.
    const small = tokensOf(content).length < this.size.words / (this.size.pages ?? 1) / 2;
    return (small && this.dice.chance(0.5) ? insert : edit)(content, scene);
  }

  #earlier(page: string): Page {
    const states = this.#states.get(page)!;
    return states[Math.max(0, states.length - 1 - this.dice.between(1, 12))]!;
  }

  /** A paragraph is cut here and pasted there, or pasted first and cut afterwards, or only copied. */
  #takeAcross(page: string): void {
    const content = this.#pages.get(page)!;
    const others = [...this.#pages.keys()].filter((each) => each !== page);
    if (others.length === 0 || content.length < 3) return;
    const target = this.dice.pick(others);
    const at = this.dice.below(content.length);
    const author = this.#author();
    const cut = () => this.#save(page, author, () => content.filter((_, index) => index !== at));
    const paste = () =>
      this.#save(target, author, () => {
        const into = this.#pages.get(target)!;
        const place = this.dice.below(into.length + 1);
        return [...into.slice(0, place), content[at]!, ...into.slice(place)];
      });
    const way = this.dice.part();
    if (way < 0.4) cut();
    paste();
    if (way >= 0.4 && way < 0.7) cut();
  }

  #exchange(page: string): void {
    const other = this.dice.pick([...this.#pages.keys()].filter((each) => each !== page));
    const author = this.#author();
    const [here, there] = [this.#pages.get(page)!, this.#pages.get(other)!];
    this.#save(page, author, () => []);
    this.#save(other, author, () => here);
    this.#save(page, author, () => there);
  }

  #save(page: string, author: string, content: (rev: number, author: string) => Page): void {
    const rev = this.entries.length;
    const next = content(rev, author);
    this.#account(page, author, this.#pages.get(page) ?? [], next);
    this.#pages.set(page, next);
    this.#states.set(page, [...(this.#states.get(page) ?? []), next].slice(-14));
    const at = new Date(Date.UTC(2026, 2, 2) + rev * 7_000_000).toISOString();
    this.truthAt.push(tokensOf(next).map((token) => token.act.rev));
    this.entries.push({ rev, author, at, page, text: textOf(next) });
  }

  #account(page: string, author: string, before: Page, after: Page): void {
    const figures = { added: 0, removedOwn: 0, removedOthers: 0 };
    this.figuresAt.push(figures);
    const [had, has] = [countActs(before), countActs(after)];
    const whose = (act: Act) => (act.author === author ? "removedOwn" : "removedOthers");
    for (const [act, count] of has) {
      const stands = this.#standing.get(act);
      if (stands === undefined) figures.added++;
      const last = this.#lastRemoval.get(act);
      // Where it stood twice, both are brought over.
      if (stands === 0 && last?.by === author && last.page !== page)
        figures[whose(act)] -= Math.min(count, last.words);
    }
    for (const [act, count] of had) {
      const left = count - (has.get(act) ?? 0);
      if (left <= 0) continue;
      if (this.#standing.get(act)! === count) figures[whose(act)] += left;
      this.#lastRemoval.set(act, { page, by: author, words: left });
    }
    for (const [act, count] of has) this.#standing.set(act, (this.#standing.get(act) ?? 0) + count);
    for (const [act, count] of had) this.#standing.set(act, this.#standing.get(act)! - count);
    const sum = this.figures.get(author) ?? { added: 0, removedOwn: 0, removedOthers: 0 };
    this.figures.set(author, {
      added: sum.added + figures.added,
      removedOwn: sum.removedOwn + figures.removedOwn,
      removedOthers: sum.removedOthers + figures.removedOthers,
    });
  }
}

function countActs(page: Page): Map<Act, number> {
  const counts = new Map<Act, number>();
  for (const { act } of tokensOf(page)) counts.set(act, (counts.get(act) ?? 0) + 1);
  return counts;
}
