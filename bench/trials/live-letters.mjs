/**
 * A trial, not part of any check: what becomes of two people's edits of one text when letters flow live (Yjs,
 * by the editor binding's own way of turning a changed document into changes of the shared one), and when
 * saves merge.
 *   npm install --no-save yjs y-prosemirror y-protocols
 *   node --import tsx bench/trials/live-letters.mjs
 * What it printed, and what follows from it, stands in docs/decisions/2026-11-settling.md.
 */
import { pageSchema } from "../../src/core/document/schema.ts";
import { mergeBoth } from "../../src/core/merge/blocks.ts";
import { dice } from "../../src/core/roster/dice.ts";

const Y = await import("yjs");
const { prosemirrorToYXmlFragment, updateYFragment, yXmlFragmentToProseMirrorRootNode } =
  await import("y-prosemirror");
const schema = pageSchema();
const rounds = 400;

const paragraph = (at, sentences) => ({
  type: "paragraph",
  attrs: { id: `block${at}block` },
  content: [{ type: "text", text: sentences.join(" ") }],
});
const textOf = (node) => node.text ?? (node.content ?? []).map(textOf).join("");
const begin = () =>
  Array.from({ length: 6 }, (_, at) =>
    Array.from(
      { length: 4 },
      (_, sentence) =>
        `In reach ${at} the water of mark ${sentence} runs slow past stone ${at}x${sentence} each spring.`,
    ),
  );

/**
 * Each kind: what both do to the sentences of the text; words that were written are told, to be looked for.
 */
const kinds = {
  "different sentences of a paragraph": (text, own, who, at) => {
    text[at][who === "a" ? 0 : 3] = `${own} was seen where the water runs slow.`;
  },
  "the same sentence, a word each": (text, own, who, at) => {
    const words = text[at][1].split(" ");
    words[who === "a" ? 3 : 6] = own;
    text[at][1] = words.join(" ");
  },
  "the same sentence, rewritten": (text, own, who, at) => {
    text[at][1] =
      `${own} says ${who === "a" ? "that nothing lives here" : "we should look again at dusk"} and ${own} means it.`;
  },
  "one moves a paragraph that the other writes in": (text, own, who, at) => {
    if (who === "a") text.splice(at === 0 ? 4 : 0, 0, text.splice(at, 1)[0]);
    else text[at][2] += ` ${own} saw more.`;
  },
  "both move paragraphs, elsewhere": (text, own, who) => {
    const from = who === "a" ? 0 : 4;
    const moved = text.splice(from, 1)[0];
    moved.push(`${own} moved this.`);
    text.splice(from + 1, 0, moved);
  },
  "one takes a paragraph away that the other writes in": (text, own, who, at) => {
    if (who === "a") text.splice(at, 1);
    else text[at][2] += ` ${own} saw more.`;
  },
};

const results = [];
for (const [kind, edit] of Object.entries(kinds)) {
  const throws = dice(kind.length);
  const count = {
    asked: 0,
    "live lost": 0,
    "live doubled": 0,
    "live misplaced": 0,
    "merged lost": 0,
    "merged doubled": 0,
    "merged misplaced": 0,
  };
  let [mover, standing] = [0, 0];
  for (let round = 0; round < rounds; round++) {
    const at = throws.below(6);
    // Blocks keep their ids with their text, as the editor's do.
    const base = begin().map((sentences, place) => Object.assign(sentences, { id: place }));
    const edited = ["a", "b"].map((who) => {
      const text = base.map((sentences) => Object.assign([...sentences], { id: sentences.id }));
      edit(text, `${who}${round}word`, who, at);
      return text;
    });
    const toDocument = (text) => ({
      type: "doc",
      content: text.map((sentences) => paragraph(sentences.id, sentences)),
    });
    const [before, a, b] = [base, ...edited].map(toDocument);
    const wrote = ["a", "b"]
      .map((who) => `${who}${round}word`)
      .filter((word) => textOf(a).includes(word) || textOf(b).includes(word));
    const wanted = new Map(
      wrote.map((word) => [word, Math.max(...[a, b].map((each) => textOf(each).split(word).length - 1))]),
    );
    // Where each writer put the word: beside which stones of the paragraph.
    const stonesIn = (text) => new Set(text.match(/stone \d/g) ?? []);
    const judge = (document, name) => {
      const text = textOf(document);
      for (const word of wanted.keys()) {
        const put = [a, b].flatMap(({ content }) => content).find((node) => textOf(node).includes(word));
        const found = (document.content ?? []).find((node) => textOf(node).includes(word));
        if (found && [...stonesIn(textOf(put))].every((stone) => !stonesIn(textOf(found)).has(stone))) {
          count[`${name} misplaced`]++;
          break;
        }
      }
      for (const [word, times] of wanted) {
        const found = text.split(word).length - 1;
        if (found < times) count[`${name} lost`]++;
        if (found > times) count[`${name} doubled`]++;
      }
      for (const sentences of base) {
        const stone = sentences[0].split(" ").find((word) => word.includes("x0"));
        if (text.split(stone).length > 2) {
          count[`${name} doubled`]++;
          break;
        }
      }
    };
    // Letters that flow: both begin with the same shared text, and hear of each other when both are done.
    const [one, other] = [new Y.Doc(), new Y.Doc()];
    prosemirrorToYXmlFragment(schema.nodeFromJSON(before), one.getXmlFragment("page"));
    Y.applyUpdate(other, Y.encodeStateAsUpdate(one));
    const first = one.clientID;
    one.clientID = first + 1;
    const change = (doc, json) =>
      doc.transact(() => {
        const fragment = doc.getXmlFragment("page");
        const meta = { mapping: new Map(), isOMark: new Map() };
        yXmlFragmentToProseMirrorRootNode(fragment, schema);
        updateYFragment(doc, fragment, schema.nodeFromJSON(json), meta);
      });
    change(one, a);
    change(other, b);
    Y.applyUpdate(one, Y.encodeStateAsUpdate(other));
    judge(yXmlFragmentToProseMirrorRootNode(one.getXmlFragment("page"), schema).toJSON(), "live");
    // By whom the letters of the first text were typed, as the shared text has it: whoever moved them typed
    // them.
    for (const { type, key } of [{ type: one.getXmlFragment("page"), key: first }]) {
      const visit = (item) => {
        for (let each = item._start; each; each = each.right) {
          if (each.deleted) continue;
          if (each.content.type) visit(each.content.type);
          else if (each.content.str !== undefined) {
            standing += each.length;
            if (each.id.client !== key) mover += each.length;
          }
        }
      };
      visit(type);
    }
    const merged = mergeBoth(before, a, b);
    if (merged.leftOut.length > 0 || !merged.isOrdered) count.asked++;
    else judge(merged.document, "merged");
  }
  results.push([
    kind,
    ...Object.values(count).map((each) => `${((100 * each) / rounds).toFixed(1)} %`),
    `${((100 * mover) / standing).toFixed(1)} %`,
  ]);
}
const head = [
  "kind of pair",
  "saves: asked",
  "live: lost",
  "live: doubled",
  "live: elsewhere",
  "saves: lost",
  "saves: doubled",
  "saves: elsewhere",
  "live: letters of another hand",
];
for (const row of [head, head.map(() => "---"), ...results]) console.log(`| ${row.join(" | ")} |`);

// What it would cost: a page that grows and is reworked over 2,000 saves, typed letter by letter in bursts.
const doc = new Y.Doc();
const text = doc.getXmlFragment("page");
const throws = dice(5);
let sent = 0;
let updates = 0;
doc.on("update", (update) => {
  sent += update.length;
  updates++;
});
const blocks = () => text.toArray();
for (let save = 0; save < 2000; save++) {
  if (save % 25 === 0) {
    const element = new Y.XmlElement("paragraph");
    element.insert(0, [new Y.XmlText()]);
    text.insert(throws.below(blocks().length + 1), [element]);
  }
  const target = blocks()[throws.below(blocks().length)].get(0);
  const sentence = ` Save ${save} of the day told how the water stood at the lower gauge.`;
  let at = throws.below(target.length + 1);
  for (const letter of sentence) target.insert(at++, letter);
  if (target.length > 900) target.delete(0, 300);
}
const words = blocks().reduce((sum, each) => sum + each.get(0).toString().split(" ").length, 0);
console.log(
  `After 2,000 saves typed letter by letter: ${words} words stand, the shared state has ${Y.encodeStateAsUpdate(doc).length} bytes, ${updates} messages of ${(sent / updates).toFixed(0)} bytes were sent to each reader.`,
);
process.exit(0);
