/** The figures' names and definitions, as they stand in headings, in tooltips, and on the page that explains them. */
export const figureWords = {
  entries: { label: "Entries", unit: "entries", about: "Saved edits that changed something." },
  comments: { label: "Comments", unit: "comments", about: "Comments on pages and answers to comments." },
  added: { label: "Added", unit: "words", about: "Words that were new when they were saved. Moved, restored and carried over words are not." },
  standing: { label: "Standing", unit: "words", about: "Words of the student that are still in the text, wherever they stand now." },
  share: { label: "Share", unit: "words", about: "The student’s part of all members’ standing words. Starter text stands apart." },
  balance: { label: "Balance", unit: "%", about: "How evenly the members share their standing words: 100 % is all alike, 0 % one has all." },
  wordsIn: { label: "In", unit: "words", about: "Words that came to the page: added, carried over or restored. Moved and corrected words are neither in nor out." },
  wordsOut: { label: "Out", unit: "words", about: "Words that left the page." },
  wordsAfter: { label: "Words", unit: "words", about: "Words on the page after the entry: those before, and in, less out." },
} as const;

export type FigureName = keyof typeof figureWords;
