/**
 * Whatever reads text that people send takes a time that grows with its length: each reader is given texts of
 * the worst kinds, four times as long each time, and must not take much more than four times as long; those
 * that anybody may call a megabyte.
 */
import { expect, test } from "vitest";
import { fillText, fillingOf } from "@/core/assignment/places";
import { fromHtml } from "@/core/document/html";
import { countingOfSign } from "@/core/document/item-signs";
import { plainText } from "@/core/document/leaves";
import { fromPlainText } from "@/core/document/plain";
import { mergeSentences } from "@/core/merge/within";
import { titleKey } from "@/core/links/titles";
import { nearTitles } from "@/core/links/near";
import { hasAddress, nameOfMailbox, readAddress } from "@/core/roster/address";
import { proposeColumns } from "@/core/roster/columns";
import { inReadingOrder } from "@/core/roster/names";
import { readCell, readTable } from "@/core/roster/table";
import { cleanText } from "@/core/text/clean";
import { foundIn } from "@/core/text/found";
import { initials } from "@/core/text/initials";
import { plainLetters } from "@/core/text/letters";
import { namingsIn } from "@/core/text/named";
import { plainRemark } from "@/core/text/remark";
import { countWords } from "@/core/text/count";
import { instantAt } from "@/core/time/zone";
import { readCode } from "@/data/doors/code";
import { readSignal } from "@/data/live/signal";
import { escaped } from "@/core/text/escaped";
import { shortened } from "@/ui/words/shortened";

const filling = fillingOf({
  group: "Alder Brook",
  topic: null,
  members: ["Mira Okonjo"],
  member: "Mira Okonjo",
});

const readers: Readonly<Record<string, (text: string) => unknown>> = {
  "a mail address": readAddress,
  "whether a cell is an address": hasAddress,
  "the name beside an address": nameOfMailbox,
  "a cell of a list": readCell,
  "a name's order": inReadingOrder,
  "a comment": plainRemark,
  "who is named in a comment": (text) => namingsIn(text, [{ name: "Mira Okonjo" }, { name: "Jonas Feld" }]),
  initials: initials,
  "plain letters": plainLetters,
  "clean text": cleanText,
  "a title": titleKey,
  "titles like it": (text) =>
    nearTitles(text, [{ title: text.slice(0, 200) }, { title: "Water quality" }], 5),
  "plain text as a page": fromPlainText,
  "a page as plain text": (text) => plainText(fromPlainText(text)),
  "a sign of a list": countingOfSign,
  "places to be filled": (text) => fillText(text, filling),
  "a time": (text) => instantAt(text, "UTC"),
  "a code": readCode,
  "a signal": readSignal,
  "a cut text": (text) => shortened(text, 80),
  "text in HTML": escaped,
};

/**
 * These are given less. HTML is read where it was pasted: what is nested too deep for anything is not read,
 * and pasted as text.
 */
const slower: typeof readers = {
  "a list of people": (text) => {
    const read = readTable(text);
    return read.kind === "table" && proposeColumns(read.table);
  },
  HTML: (text) => {
    try {
      return fromHtml(text);
    } catch {
      return null;
    }
  },
  words: (text) => countWords(cleanText(text)),
  "what is looked for": (text) =>
    foundIn(cleanText(text), { text: "  a", matchCase: false, wholeWords: true }),
  "sentences that two changed": (given) => {
    const text = cleanText(given);
    return mergeSentences(
      [{ type: "text", text }],
      [{ type: "text", text: `${text} ours` }],
      [{ type: "text", text: `theirs ${text}` }],
    );
  },
};

const worst: readonly string[] = [
  " ",
  "\n",
  "\t\n",
  "a ",
  "<",
  "<a@",
  '" <',
  "a@a.",
  "@",
  "(",
  "[[",
  "]",
  "*a",
  "**a",
  "* ",
  "`",
  "http://",
  "https://a.",
  ".",
  "a.",
  ". ",
  ",",
  ';"',
  '"',
  "-",
  "{",
  "{member",
  "=",
  "\u00a0",
  "\u0301",
  "x\u0301",
  "\ud800",
  "\u0000",
  "1",
  "i",
  "ﷺ",
  "中",
  "\r",
  "\\",
  "<b>",
  "<a><b>",
  "&",
  "> ",
  "_a",
  "![",
  "<!--",
  "```\n",
];

const sizes = [16, 64, 256, 1024].map((thousand) => thousand * 1000);
/** Shorter than this a time says nothing, in milliseconds. */
const noise = 60;

/** Milliseconds of the processor: what else the machine does at the time does not count. */
function timeOf(read: (text: string) => unknown, text: string): number {
  const from = process.cpuUsage();
  read(text);
  const { user, system } = process.cpuUsage(from);
  return (user + system) / 1000;
}

/**
 * The first size at which a reader takes more than tenfold for four times the text, three times in a row;
 * null: none.
 */
function growsAt(read: (text: string) => unknown, sign: string, upTo: number): number | null {
  const textOf = (size: number) => sign.repeat(Math.ceil(size / sign.length)).slice(0, size);
  let before = timeOf(read, textOf(4000));
  for (const size of sizes.filter((each) => each <= upTo)) {
    const text = textOf(size);
    const limit = 10 * Math.max(before, noise);
    let now = timeOf(read, text);
    for (let again = 0; now > limit && again < 2; again++) now = Math.min(now, timeOf(read, text));
    if (now > limit) return size;
    before = now;
  }
  return null;
}

test.each(Object.entries(readers))("%s is read in a time that grows with its length", (_, read) => {
  for (const sign of worst)
    expect([sign, growsAt(read, sign, 64_000), growsAt((text) => read(`a${text}b`), sign, 16_000)]).toEqual([
      sign,
      null,
      null,
    ]);
});

test.each([
  "a mail address",
  "whether a cell is an address",
  "the name beside an address",
  "clean text",
  "a code",
  "a title",
])("a megabyte does not hold whoever reads %s", (name) => {
  for (const sign of worst) expect([sign, growsAt(readers[name]!, sign, 1_024_000)]).toEqual([sign, null]);
});

test.each(Object.entries(slower))("%s is read in a time that grows with its length", (_, read) => {
  for (const sign of worst) expect([sign, growsAt(read, sign, 64_000)]).toEqual([sign, null]);
});
