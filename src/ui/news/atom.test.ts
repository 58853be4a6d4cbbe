import fc from "fast-check";
import { expect, test } from "vitest";
import type { HappeningDto } from "@/data/news/dto";
import { atomFeed } from "./atom";

const at = new Date("2026-03-16T10:00:00Z");
const entries: HappeningDto = {
  kind: "entries",
  did: "wrote",
  person: "Mira Okonjo",
  pageId: "p1",
  page: "Home",
  wikiId: "w1",
  wiki: "Alder Brook",
  at,
  count: 3,
  number: 7,
  since: 4,
  commentId: null,
  words: null,
  namesViewer: false,
  isUnread: true,
};
const feed = (happenings: readonly HappeningDto[], title = "Urban rivers") =>
  atomFeed({
    title,
    self: "http://127.0.0.1/feeds/abc",
    courseId: "c1",
    updated: at,
    happenings,
    base: "http://127.0.0.1",
  });

test("each happening is an entry with the id, the time, the author and the way that the standard asks for", () => {
  const xml = feed([
    entries,
    { ...entries, kind: "comment", did: "comment", count: 1, number: null, since: null, commentId: "k1" },
  ]);
  expect(xml).toContain(`<feed xmlns="http://www.w3.org/2005/Atom">`);
  expect(xml.match(/<entry>/g)).toHaveLength(2);
  expect(xml).toContain("<title>Mira Okonjo wrote on Home</title>");
  expect(xml).toContain(`<link href="http://127.0.0.1/courses/c1/pages/p1/compare?from=4&amp;to=7"/>`);
  expect(xml).toContain(`<link href="http://127.0.0.1/courses/c1/pages/p1#comment-k1"/>`);
  expect(xml).toContain("<summary>Alder Brook: 3 entries</summary>");
  expect(new Set(xml.match(/<id>.*<\/id>/g)).size).toBe(3);
});

test("whatever people and pages are called, no sign of theirs is taken for the feed's own", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary" }), (name) => {
      const xml = feed([{ ...entries, person: name, page: `<${name}>`, wiki: `&${name}"` }], name);
      expect(xml.match(/<entry>/g)).toHaveLength(1);
      expect(xml.match(/<title>/g)).toHaveLength(2);
      expect(xml).not.toMatch(/&(?!(amp|lt|gt|quot|apos);)/);
      expect(xml).not.toMatch(/[\u0000-\u0008\u000b\u000c\u000e-\u001f]/);
    }),
    { seed: 61, numRuns: 300 },
  );
});
