/** The message files: what they say can be made, and nothing in them is said nowhere. */
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { expect, test } from "vitest";
import { acts } from "@/core/credit/acts";
import { figureNames } from "@/core/credit/figure-table";
import { toAnnounce } from "@/core/assignment/announced";
import { announcedLines } from "@/messages/announced";
import { letter, type ToldIn } from "@/data/mail/letters";
import figures from "@/messages/en/figures.json";
import mail from "@/messages/en/mail.json";
import news from "@/messages/en/news.json";
import { type MailKind, newsWords } from "@/messages/translate";
import { allFigureWords } from "@/ui/words/figures";

const sources = (readdirSync("src", { recursive: true }) as string[])
  .filter((path) => /\.tsx?$/.test(path) && !path.includes(".test."))
  .map((path) => readFileSync(join("src", path), "utf8"))
  .join("\n");

/** Values for each letter; several where it says one thing or another. */
const told: { readonly [Kind in MailKind]: readonly ToldIn<Kind>[] } = {
  onCourse: [
    { by: "Ines Calder", course: "Urban rivers", term: "Autumn", link: "https://wikis.example/sign-in" },
  ],
  invitation: [1, 14].map((days) => ({
    by: "Ines Calder",
    course: "Urban {rivers}",
    term: "Autumn",
    link: "https://wikis.example/invitation/x",
    days,
  })),
  placeDeclined: [{ by: "Ines Calder", course: "Urban rivers" }],
  passwordLink: (["asked", "instructor"] as const).map((why) => ({
    why,
    by: why === "asked" ? "" : "Ines Calder",
    link: "https://wikis.example/password/x",
    minutes: 60,
  })),
  passwordChanged: [{ link: "https://wikis.example/sign-in/forgotten" }],
  addressAsked: [{ address: "mira@rivers.example", link: "https://wikis.example/sign-in/forgotten" }],
  addressChanged: [
    {
      before: "mira@rivers.example",
      after: "m.okonjo@rivers.example",
      link: "https://wikis.example/sign-in/forgotten",
    },
  ],
  confirmAddress: [{ link: "https://wikis.example/account/address/x" }],
  feedback: (["person", "group", "all"] as const).map((to) => ({
    by: "Ines Calder",
    to,
    assignment: "Restoration dossier",
    link: "https://wikis.example/courses/x",
  })),
  assignment: (["true", "false"] as const).map((isNew) => ({
    course: "Urban rivers",
    isNew,
    lines: "“Restoration dossier” is there now.",
    link: "https://wikis.example/courses/x",
  })),
  teammates: [{ assignment: "Restoration dossier", link: "https://wikis.example/courses/x" }],
  marks: (["true", "false"] as const).map((isChange) => ({
    assignment: "Restoration dossier",
    isChange,
    link: "https://wikis.example/courses/x",
  })),
  objection: [
    { by: "Ines Calder", assignment: "Restoration dossier", link: "https://wikis.example/courses/x" },
  ],
  news: (["true", "false"] as const).map((isMore) => ({
    course: "Urban rivers",
    what: "what happened",
    lines: "Mira wrote on Fish, Alder Brook",
    isMore,
    link: "https://wikis.example/news",
  })),
};

test("each letter can be made, says all that it is told, and is sent somewhere", () => {
  for (const kind of Object.keys(mail) as MailKind[]) {
    const isMade = new RegExp(`letter\\(\\s*"${kind}"`).test(sources);
    expect(isMade, `letter("${kind}") is made somewhere`).toBe(true);
    for (const values of told[kind]) {
      const { subject, text } = letter(
        kind,
        null,
        { name: "Mira <Okonjo>", address: "mira@rivers.example" },
        values as never,
      );
      expect(text).toContain("Mira <Okonjo>");
      for (const [name, value] of Object.entries(values)) {
        // These choose what is said, and are not said themselves.
        if (!["why", "to", "isMore", "isNew", "isChange"].includes(name))
          expect(subject + text, `${kind} says its ${name}`).toContain(String(value));
      }
      expect((subject + text).replaceAll("{rivers}", "")).not.toMatch(/[{}]/);
    }
  }
});

test("what is told of an assignment says what was and what is", () => {
  const times = { opensAt: "2026-03-02T09:00", dueAt: "2026-04-01T17:00", cutOffAt: null, closesAtDue: true };
  const state = { ...times, title: "Dossier", brief: "One" };
  const lines = (after: Partial<Omit<typeof state, "cutOffAt">> & { cutOffAt?: string | null }) => {
    const told = toAnnounce(state, { ...state, ...after });
    return told ? announcedLines(told, "2026-03-10T10:00") : null;
  };
  expect(announcedLines(toAnnounce(null, state)!, "2026-03-01T10:00")).toEqual([
    "“Dossier” is there now. It opens on Mon, 2 Mar 2026, 09:00 and is due on Wed, 1 Apr 2026, 17:00.",
  ]);
  expect(announcedLines(toAnnounce(null, state)!, "2026-03-10T10:00")).toEqual([
    "“Dossier” is there now. It is open and is due on Wed, 1 Apr 2026, 17:00.",
  ]);
  expect(lines({})).toBeNull();
  expect(lines({ title: "Another" })).toBeNull();
  expect(lines({ dueAt: "2026-04-02T17:00", brief: "Two" })).toEqual([
    "“Dossier” is due on Thu, 2 Apr 2026, 17:00, and not on Wed, 1 Apr 2026, 17:00.",
    "The brief of “Dossier” was changed.",
  ]);
  expect(lines({ cutOffAt: "2026-04-03T17:00", closesAtDue: false })).toEqual([
    "What counts of “Dossier” ends on Fri, 3 Apr 2026, 17:00; before it was all of it.",
    "Writing goes on after “Dossier” is due.",
  ]);
});

test("news say who did what, in one line", () => {
  const line = (did: keyof typeof news.did, count: number, named: boolean) =>
    newsWords("line", {
      who: "Mira",
      did: newsWords(`did.${did}`),
      page: "Fish",
      wiki: "Alder Brook",
      count,
      named: String(named),
    });
  expect([
    line("wrote", 3, false),
    line("renamed", 1, true),
    line("answer", 1, false),
    line("comment", 1, true),
  ]).toEqual([
    "Mira wrote on Fish, Alder Brook (3 entries)",
    "Mira renamed Fish, Alder Brook, and named you",
    "Mira answered on Fish, Alder Brook",
    "Mira commented on Fish, Alder Brook, and named you",
  ]);
  expect(newsWords("several")).toBe("what happened");
  expect(Object.keys(news.did).sort()).toEqual([...acts, "comment", "answer"].sort());
});

test("figures have words, each of them its own, and there are no words without a figure", () => {
  expect(Object.keys(figures.student).sort()).toEqual([...figureNames].sort());
  for (const name of Object.keys(figures.account))
    expect(sources, `${name} is told somewhere`).toMatch(new RegExp(`"${name}"|accountWords\\.${name}`));
  const labels = Object.values(allFigureWords).map(({ label }) => label);
  expect(new Set(labels).size).toBe(labels.length);
  for (const { label, about } of Object.values(allFigureWords))
    expect([label.length > 1, about.endsWith(".")]).toEqual([true, true]);
});
