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
  removedStarter: { label: "Starter words removed", unit: "words", about: "Words of the starter text that left the page. They were nobody’s." },
  restyled: { label: "Blocks restyled", unit: "blocks", about: "Paragraphs, headings and cells whose words stayed and whose look changed." },
  wordsAfter: { label: "Words", unit: "words", about: "Words on the page after the entry: those before, and in, less out." },
} as const;

/** The figures of a student that are sums over entries, each opened by the entries behind it; and what is made of them. */
export const memberFigureWords = {
  entries: figureWords.entries, added: figureWords.added, standing: figureWords.standing,
  corrections: { label: "Corrected", unit: "words", about: "Words of anybody’s whose spelling was put right. They stay with whoever wrote them." },
  carried: { label: "Carried over", unit: "words", about: "Words that stood elsewhere in the wiki already and were brought here." },
  restored: { label: "Restored", unit: "words", about: "Words that had been removed and were brought back, whoever wrote them." },
  moved: { label: "Moved", unit: "words", about: "Words that were put elsewhere on the same page." },
  removedOwn: { label: "Own removed", unit: "words", about: "Own words that left the text and were not brought to another page." },
  removedOthers: { label: "Others’ removed", unit: "words", about: "Teammates’ words that left the text by this student and were not brought to another page." },
  tookBackOwn: { label: "Own taken back", unit: "words", about: "Own words that the student removed and brought back." },
  tookBackOthers: { label: "Others’ taken back", unit: "words", about: "Teammates’ words that the student removed and brought back." },
  triedAndDropped: { label: "Tried and dropped", unit: "words", about: "Own words that were added, and removed again by the same student." },
  editedByOthers: { label: "Edited by others", unit: "words", about: "Words of the student that teammates removed or corrected." },
  discussed: { label: "Discussion on pages", unit: "words", about: "Words on pages that an instructor marked as discussion: they are in no figure of text." },
  entriesOnOthersPages: { label: "On others’ pages", unit: "entries", about: "Entries on pages that a teammate started." },
} as const;

/** The figures of the class. */
export const reviewFigureWords = {
  standing: figureWords.standing, share: figureWords.share, added: figureWords.added, entries: figureWords.entries, comments: figureWords.comments,
  entriesOnOthersPages: memberFigureWords.entriesOnOthersPages, corrections: memberFigureWords.corrections, moved: memberFigureWords.moved, restored: memberFigureWords.restored,
  addedLate: { label: "Added late", unit: "words", about: "Added words that were saved when it was due already; more time that was given counts." },
  lasting: { label: "Lasting", unit: "words", about: "Standing words, as a part of those that were added; told for all the time up to an end, not for a part of it. Over 100 % where their words were copied and stand more than once." },
  links: { label: "Links", unit: "links", about: "Links that stand and came with the student’s entries, to pages and to other places, wherever they stand now." },
  pictures: { label: "Pictures", unit: "pictures", about: "Pictures that stand and came with the student’s entries, wherever they stand now." },
  sources: { label: "Sources", unit: "sources", about: "Sources that stand and came with the student’s entries, wherever they stand now." },
  activeDays: { label: "Active days", unit: "days", about: "Days with an entry or a comment, by the course’s clocks." },
} as const;

/** How a student's work was spread over time and entries, and whom they spoke with: told beside the sums. */
export const spreadFigureWords = {
  largestArrival: { label: "Largest arrival", unit: "words", about: "The most words added in one entry, and their part of all that were added." },
  lastDayPart: { label: "In the last day", unit: "%", about: "The part of the added words that was saved in the 24 hours before the due time." },
  sittings: { label: "Sittings", unit: "sittings", about: "Runs of entries and comments with less than half an hour from one to the next." },
  talkedWith: { label: "Talked with", unit: "teammates", about: "Teammates whom the student answered, or who answered them." },
} as const;

export const allFigureWords = { ...memberFigureWords, ...reviewFigureWords, ...spreadFigureWords, ...figureWords };
export type FigureName = keyof typeof allFigureWords;
