/** The keys that do something, screen by screen, as the sheet of keys lists them. */

export interface Shortcut {
  readonly keys: string;
  readonly does: string;
}

export const shortcuts: readonly { readonly where: string; readonly keys: readonly Shortcut[] }[] = [
  {
    where: "Everywhere",
    keys: [
      { keys: "?", does: "this sheet" },
      { keys: "/  Ctrl+K", does: "search the course; arrows go through what is found, Enter opens it" },
      { keys: "Tab", does: "to the next thing; the first Tab of a screen skips to its text" },
      { keys: "Esc", does: "closes what is open" },
    ],
  },
  {
    where: "Writing",
    keys: [
      { keys: "Ctrl+S", does: "save and write on" },
      {
        keys: "Ctrl+Alt+B",
        does: "from the text to the tools of the thing one is in, then to the bar; Esc comes back",
      },
      { keys: "Arrows", does: "along the bar" },
      { keys: "Ctrl+Z  Ctrl+Y", does: "undo, redo" },
      { keys: "Ctrl+F", does: "find and replace" },
      { keys: "[[", does: "link to a page of the wiki; Ctrl+Shift+K asks for it" },
      { keys: "Ctrl+K", does: "link to an address" },
      { keys: "Ctrl+B  Ctrl+I", does: "bold, slanted" },
      { keys: "Ctrl+U  Ctrl+E", does: "underlined, code" },
      { keys: "Ctrl+.  Ctrl+,", does: "raised, lowered" },
      { keys: "Ctrl+Shift+S", does: "struck through" },
      { keys: "Ctrl+Shift+8", does: "list with bullets; with 7 a numbered one" },
      { keys: "Ctrl+Shift+L", does: "set from the left; with E centred, R to the right, J to both sides" },
      {
        keys: "Ctrl+Alt+T",
        does: "table; in it Tab goes from cell to cell, Shift with an arrow chooses cells",
      },
      { keys: "Ctrl+Alt+I", does: "picture or file" },
      { keys: "Ctrl+Alt+N", does: "note or source" },
      { keys: "Ctrl+Alt+E", does: "equation" },
      { keys: "Tab, Shift+Tab", does: "in a list: an item further in, further out" },
      { keys: "Ctrl+]  Ctrl+[", does: "a paragraph further in, further out" },
      { keys: "Ctrl+\\", does: "clear formatting" },
      { keys: "Ctrl+Shift+V", does: "paste as plain text" },
    ],
  },
  {
    where: "Comments",
    keys: [
      { keys: "@", does: "name somebody" },
      { keys: "Ctrl+B  Ctrl+I", does: "bold, slanted" },
    ],
  },
  {
    where: "Where words that were searched for stand",
    keys: [
      { keys: "n  p", does: "next place, place before" },
      { keys: "Esc", does: "marks them no longer" },
    ],
  },
  { where: "Comparing two states", keys: [{ keys: "n  p", does: "next change, change before" }] },
  {
    where: "The class",
    keys: [
      { keys: "↓  ↑", does: "from student to student, once a name has the focus" },
      { keys: "g", does: "next group" },
      { keys: "Enter", does: "open" },
    ],
  },
  { where: "A student’s statement", keys: [{ keys: "n  p", does: "next student, student before" }] },
  {
    where: "Assessing",
    keys: [
      { keys: "↓  ↑", does: "from criterion to criterion" },
      {
        keys: "1 to 9",
        does: "choose a level; while something is selected in the work, pin it to that criterion",
      },
      { keys: "n  p", does: "next student, student before" },
      { keys: "g", does: "next group" },
      { keys: "a", does: "accept what is proposed" },
      { keys: "z", does: "undo" },
      { keys: "Esc", does: "select nothing" },
    ],
  },
  {
    where: "Access",
    keys: [
      { keys: "Arrows", does: "from place to place; with Shift a whole stretch is chosen" },
      { keys: "Space", does: "choose one more, or one less" },
      { keys: "Ctrl+A", does: "all pages" },
      { keys: "Esc", does: "choose nothing" },
    ],
  },
  { where: "Groups", keys: [{ keys: "Ctrl+Z", does: "undo the last move" }] },
];
