/**
 * The things that people do to pages, each with its exact truth. An edit turns one page into another; it
 * never says what the engine should think, only who wrote which word.
 */
import type { Dice } from "@/core/roster/dice";
import { type Page, type Paragraph, type Sentence, tidy, type Token, write } from "./pages";
import type { Prose } from "./prose";

export interface Scene {
  readonly dice: Dice;
  readonly prose: Prose;
  readonly rev: number;
  readonly author: string;
  /** Paragraphs that were removed from the wiki so far. */
  readonly removed: Paragraph[];
}

export type Edit = (page: Page, scene: Scene) => Page;

const newSentences = ({ dice, prose, rev, author }: Scene, count: number): Sentence[] =>
  Array.from({ length: count }, () => write(prose(dice), rev, author));

/** A place in a page: a paragraph and a sentence in it. */
function place(page: Page, dice: Dice): [number, number] {
  const paragraph = dice.below(page.length);
  return [paragraph, dice.below(page[paragraph]!.length)];
}

function withParagraph(page: Page, at: number, change: (paragraph: Paragraph) => Paragraph): Page {
  return tidy(page.map((paragraph, index) => (index === at ? change(paragraph) : paragraph)));
}

function withSentence(
  page: Page,
  [paragraph, sentence]: readonly [number, number],
  change: (sentence: Sentence) => Sentence,
): Page {
  return withParagraph(page, paragraph, (each) =>
    each.map((one, index) => (index === sentence ? change(one) : one)),
  );
}

function spliced<Item>(items: readonly Item[], at: number, remove: number, ...put: readonly Item[]): Item[] {
  return [...items.slice(0, at), ...put, ...items.slice(at + remove)];
}

function insertAnywhere(page: Page, dice: Dice, sentences: Paragraph): Page {
  if (page.length === 0 || dice.chance(0.4)) return spliced(page, dice.below(page.length + 1), 0, sentences);
  const [paragraph, sentence] = place(page, dice);
  return withParagraph(page, paragraph, (each) => spliced(each, sentence + dice.below(2), 0, ...sentences));
}

export const insert: Edit = (page, scene) => {
  const { dice, prose, rev, author } = scene;
  if (page.length === 0 || dice.chance(0.6))
    return insertAnywhere(page, dice, newSentences(scene, dice.between(1, 4)));
  return withSentence(page, place(page, dice), (sentence) =>
    spliced(
      sentence,
      dice.below(sentence.length + 1),
      0,
      ...write(prose(dice).slice(0, dice.between(1, 4)), rev, author),
    ),
  );
};

export const remove: Edit = (page, { dice, removed }) => {
  if (page.length < 2) return page;
  const [paragraph, sentence] = place(page, dice);
  if (dice.chance(0.3)) {
    removed.push(page[paragraph]!);
    return spliced(page, paragraph, 1);
  }
  if (dice.chance(0.5)) {
    const count = dice.between(1, 2);
    removed.push(page[paragraph]!.slice(sentence, sentence + count));
    return withParagraph(page, paragraph, (each) => spliced(each, sentence, count));
  }
  return withSentence(page, [paragraph, sentence], (each) =>
    spliced(each, dice.below(each.length), dice.between(1, 6)),
  );
};

/**
 * Takes out a stretch that begins and ends anywhere, across sentences and paragraphs, as a mouse marks it.
 */
export const cutAcross: Edit = (page, { dice, removed }) => {
  const words = page.flat(2).length,
    count = dice.between(8, 50);
  if (words < 2 * count) return page;
  const from = dice.below(words - count);
  const taken: Sentence[] = [];
  let first = 0;
  const left = page.map((paragraph) =>
    paragraph.map((sentence) => {
      const [start, end] = [Math.max(0, from - first), Math.max(0, from + count - first)];
      first += sentence.length;
      taken.push(sentence.slice(start, end));
      return spliced(sentence, start, end - start);
    }),
  );
  removed.push(...tidy([taken]));
  return tidy(left);
};

export const replace: Edit = (page, scene) => {
  const { dice, prose, rev, author } = scene;
  if (page.length === 0) return page;
  const [paragraph, sentence] = place(page, dice);
  if (dice.chance(0.3)) return withSentence(page, [paragraph, sentence], () => newSentences(scene, 1)[0]!);
  return withSentence(page, [paragraph, sentence], (each) =>
    spliced(
      each,
      dice.below(each.length),
      dice.between(1, 5),
      ...write(prose(dice).slice(0, dice.between(1, 5)), rev, author),
    ),
  );
};

export const move: Edit = (page, { dice }) => {
  if (page.length < 2) return page;
  const [paragraph, sentence] = place(page, dice);
  const kind = dice.part();
  if (kind < 0.4) return spliced(spliced(page, paragraph, 1), dice.below(page.length), 0, page[paragraph]!);
  if (kind < 0.75) {
    const taken = page[paragraph]!.slice(sentence, sentence + dice.between(1, 3));
    return insertAnywhere(
      withParagraph(page, paragraph, (each) => spliced(each, sentence, taken.length)),
      dice,
      taken,
    );
  }
  const source = page[paragraph]![sentence]!;
  if (source.length < 10) return page;
  const from = dice.below(source.length - 6);
  const taken = source.slice(from, from + dice.between(4, 12));
  const left = withSentence(page, [paragraph, sentence], (each) => spliced(each, from, taken.length));
  return withSentence(left, place(left, dice), (each) =>
    spliced(each, dice.below(each.length + 1), 0, ...taken),
  );
};

export const copy: Edit = (page, { dice }) => {
  if (page.length === 0) return page;
  const [paragraph, sentence] = place(page, dice);
  const taken = dice.chance(0.5)
    ? page[paragraph]!
    : page[paragraph]!.slice(sentence, sentence + dice.between(1, 2));
  return insertAnywhere(page, dice, taken);
};

/** A paragraph again, with a few words changed. */
export const nearCopy: Edit = (page, scene) => {
  const { dice, prose, rev, author } = scene;
  if (page.length === 0) return page;
  const taken = dice
    .pick(page)
    .map((sentence) =>
      dice.chance(0.5)
        ? sentence
        : spliced(sentence, dice.below(sentence.length), 1, ...write(prose(dice).slice(0, 1), rev, author)),
    );
  return spliced(page, dice.below(page.length + 1), 0, taken);
};

/**
 * Text that was removed any number of entries ago comes back, whole or in part, as it was or with a word
 * changed.
 */
export const bringBack: Edit = (page, scene) => {
  const { dice, removed, prose, rev, author } = scene;
  if (removed.length === 0) return insert(page, scene);
  let taken = removed.splice(dice.below(removed.length), 1)[0]!;
  if (taken.length > 1 && dice.chance(0.3)) taken = taken.slice(0, dice.between(1, taken.length - 1));
  if (dice.chance(0.25))
    taken = taken.map((sentence, index) =>
      index > 0
        ? sentence
        : spliced(sentence, dice.below(sentence.length), 1, ...write(prose(dice).slice(0, 1), rev, author)),
    );
  return insertAnywhere(page, dice, taken);
};

/** About one word in twelve is another. */
function changed(paragraph: Paragraph, { dice, prose, rev, author }: Scene): Paragraph {
  return paragraph.map((sentence) =>
    sentence.map((token) => (dice.chance(1 / 12) ? write([dice.pick(prose(dice))], rev, author)[0]! : token)),
  );
}

/** A paragraph, or some of its sentences, once more, with words changed everywhere. */
export const copyChanged: Edit = (page, scene) => {
  const { dice } = scene;
  if (page.length === 0) return page;
  const paragraph = dice.pick(page),
    from = dice.below(paragraph.length);
  return insertAnywhere(
    page,
    dice,
    changed(dice.chance(0.5) ? paragraph : paragraph.slice(from, from + 2), scene),
  );
};

/** Text that was removed comes back with words changed everywhere. */
export const bringBackChanged: Edit = (page, scene) => {
  const { dice, removed } = scene;
  if (removed.length === 0) return insert(page, scene);
  return insertAnywhere(page, dice, changed(removed.splice(dice.below(removed.length), 1)[0]!, scene));
};

export const restyle: Edit = (page, { dice }) => {
  if (page.length === 0) return page;
  const upper = dice.chance(0.5);
  return withSentence(page, place(page, dice), (sentence) =>
    sentence.map((token) => ({
      ...token,
      word: upper ? token.word.toUpperCase() : token.word.toLowerCase(),
    })),
  );
};

/** A letter of a longer word is put right, or wrong. */
export const respell: Edit = (page, { dice }) => {
  if (page.length === 0) return page;
  return withSentence(page, place(page, dice), (sentence) => {
    const long = [...sentence.keys()].filter((at) => /^[a-z]{6,}$/.test(sentence[at]!.word));
    if (long.length === 0) return sentence;
    const at = dice.pick(long);
    return sentence.map((token, index): Token =>
      index === at ? { ...token, word: misspelt(token.word, dice) } : token,
    );
  });
};

function misspelt(word: string, dice: Dice): string {
  const at = dice.between(1, word.length - 2);
  if (word[at] !== word[at + 1] && dice.chance(0.5))
    return word.slice(0, at) + word[at + 1] + word[at] + word.slice(at + 2);
  return (
    word.slice(0, at) +
    dice.pick([..."aeiourstnl"].filter((letter) => letter !== word[at])) +
    word.slice(at + 1)
  );
}

/**
 * Sentences become rows: the first halves of all, then the second halves, as when a text is turned into two
 * columns.
 */
export const tabulate: Edit = (page, { dice }) => {
  if (page.length === 0) return page;
  const paragraph = dice.below(page.length);
  return withParagraph(page, paragraph, (each) =>
    each.flatMap((sentence) => {
      const middle = Math.ceil(sentence.length / 2);
      return sentence.length < 8 ? [sentence] : [sentence.slice(middle), sentence.slice(0, middle)];
    }),
  );
};

/** Words in the place of another. Whoever puts a word in the place of the same word has changed nothing. */
function putFor(old: Token, others: Sentence): Sentence {
  return others.length === 1 && others[0]!.word.toLowerCase() === old.word.toLowerCase() ? [old] : others;
}

/**
 * A paragraph, or now and then the page, is gone through word by word: some words in every sentence are
 * replaced, at times by two.
 */
export const polish: Edit = (page, { dice, prose, rev, author }) => {
  if (page.length === 0) return page;
  const part = dice.pick([0.1, 0.2, 0.3, 0.4]),
    chosen = dice.chance(0.1) ? -1 : dice.below(page.length);
  const polished = (sentence: Sentence) =>
    sentence.flatMap((token) =>
      dice.chance(part)
        ? putFor(token, write(prose(dice).slice(0, dice.pick([1, 1, 1, 2])), rev, author))
        : [token],
    );
  return tidy(
    page.map((paragraph, index) => (chosen < 0 || index === chosen ? paragraph.map(polished) : paragraph)),
  );
};

/** A third of all paragraphs are written anew. */
export const rewriteParts: Edit = (page, scene) =>
  page.map((paragraph) => (scene.dice.chance(0.33) ? newSentences(scene, paragraph.length) : paragraph));

/** In every sentence about a third of the words are others. */
export const polishAll: Edit = (page, { dice, prose, rev, author }) =>
  page.map((paragraph) =>
    paragraph.map((sentence) =>
      sentence.flatMap((token) =>
        dice.chance(0.3) ? putFor(token, write([dice.pick(prose(dice))], rev, author)) : [token],
      ),
    ),
  );

/** The same, and every paragraph stands elsewhere. */
export const rewriteAll: Edit = (page, scene) => {
  const order = page
    .map((paragraph) => ({ paragraph, rank: scene.dice.part() }))
    .sort((one, other) => one.rank - other.rank);
  return polishAll(
    order.map(({ paragraph }) => paragraph),
    scene,
  );
};

/** Every second sentence is another. */
export const replaceSentences: Edit = (page, { dice, prose, rev, author }) =>
  page.map((paragraph) =>
    paragraph.map((sentence) => (dice.chance(0.5) ? write(prose(dice), rev, author) : sentence)),
  );

/**
 * The page gets another order, and what is moved is polished on the way: a few paragraphs, or now and then
 * all of them.
 */
export const reorganise: Edit = (page, scene) => {
  const { dice, prose, rev, author } = scene;
  const polished = (paragraph: Paragraph) =>
    paragraph.map((sentence) =>
      dice.chance(0.5)
        ? sentence
        : spliced(
            sentence,
            dice.below(sentence.length),
            dice.between(1, 3),
            ...write(prose(dice).slice(0, dice.between(1, 3)), rev, author),
          ),
    );
  const isMoved = page.map(() => false);
  const count = dice.chance(0.3) ? page.length : dice.between(1, Math.min(3, page.length));
  for (let each = 0; each < count; each++) isMoved[dice.below(page.length)] = true;
  return page
    .filter((_, index) => isMoved[index])
    .reduce(
      (rest, paragraph) => spliced(rest, dice.below(rest.length + 1), 0, polished(paragraph)),
      page.filter((_, index) => !isMoved[index]),
    );
};

/** Nothing is left of what stood. */
export const startOver: Edit = (page, scene) =>
  page.map((paragraph) => newSentences(scene, paragraph.length));
