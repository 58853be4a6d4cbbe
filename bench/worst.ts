/** What costs most for its length: time must not grow faster than the text. */
import { plainBlocks } from "@/core/credit/text";
import { CreditedWiki } from "@/core/credit/wiki";
import { timeOf } from "./speed";
import { milliseconds, table } from "./table";

/** Entries by one after the other: the page, and its text. */
type Entries = readonly (readonly [page: string, text: string])[];

const digits = (number: number) => number.toString(26).replace(/\d/g, (digit) => "qrstuvwxyz"[+digit]!);
const words = (start: string, count: number, distinct = 1e9) =>
  Array.from({ length: count }, (_, index) => start + digits((index * 7919) % distinct));
const cells = (count: number) => Array.from({ length: count }, (_, index) => String((index * index) % 11));

const inputs: readonly (readonly [string, (size: number) => Entries])[] = [
  [
    "one word repeated, then twice as often",
    (size) => [
      ["a", "reed ".repeat(size)],
      ["a", "reed ".repeat(2 * size)],
    ],
  ],
  [
    "nothing in common",
    (size) => [
      ["a", words("a", size).join(" ")],
      ["a", words("b", size).join(" ")],
    ],
  ],
  [
    "fifty words over and over, shifted",
    (size) => [
      ["a", words("a", size, 50).join(" ")],
      ["a", words("a", size, 49).join(" ")],
    ],
  ],
  [
    "a table of cells, reversed",
    (size) => [
      ["a", cells(size).join("\n\n")],
      ["a", cells(size).reverse().join("\n\n")],
    ],
  ],
  [
    "one paragraph, its halves exchanged",
    (size) => {
      const all = words("g", size, 9973);
      return [
        ["a", all.join(" ")],
        ["a", [...all.slice(size / 2), ...all.slice(0, size / 2)].join(" ")],
      ];
    },
  ],
  [
    "one paragraph cut into many, turned round, each with a new word in front",
    (size) => {
      const all = words("h", size);
      const parts = Array.from({ length: size / 50 }, (_, part) =>
        [`n${all[part]}`, ...all.slice(50 * part, 50 * part + 50)].join(" "),
      );
      return [
        ["a", all.join(" ")],
        ["a", parts.reverse().join("\n\n")],
      ];
    },
  ],
  [
    "taken away in seven goes, every seventh word, all back on another page",
    (size) => backInPieces(words("k", size)),
  ],
  ["the same with ten words over and over", (size) => backInPieces(words("k", size, 10))],
  [
    "two copies, each third word of one changed, put in the other's place with more changed",
    (size) => {
      const all = words("m", size);
      const [third, otherThird] = [
        all.map((word, at) => (at % 3 ? word : `x${word}`)),
        all.map((word, at) => (at % 3 === 1 ? `y${word}` : word)),
      ];
      return [
        ["a", all.join(" ")],
        ["b", all.join(" ")],
        ["b", third.join(" ")],
        ["a", otherThird.join(" ")],
        ["a", `${third.join(" ")} ${words("z", 50).join(" ")}`],
      ];
    },
  ],
];

/** What is remembered of a text in seven removals that lie between each other. */
function backInPieces(all: readonly string[]): Entries {
  const goes = Array.from({ length: 7 }, (_, go) => all.filter((_, at) => at % 7 > go));
  return [
    ["a", `${all.join(" ")} stay`],
    ...goes.map((left) => ["a", [...left, "stay"].join(" ")] as const),
    ["b", `${all.join(" ")} with an end of its own`],
  ];
}

/** The time of the last entry of each, at some sizes. */
export function worst(): string {
  const sizes = [12_500, 50_000, 200_000];
  return table(
    ["worst inputs: the last entry, ms", ...sizes.map((size) => `${size.toLocaleString("en")} words`)],
    inputs.map(([name, make]) => [
      name,
      ...sizes.map((size) => {
        const wiki = new CreditedWiki();
        const entries = make(size).map(([page, text], entry) => ({
          entry,
          author: entry % 2 ? "q" : "p",
          page,
          blocks: plainBlocks(text),
        }));
        for (const each of entries.slice(0, -1)) wiki.record(each);
        return milliseconds(timeOf(() => wiki.record(entries.at(-1)!)));
      }),
    ]),
  );
}
