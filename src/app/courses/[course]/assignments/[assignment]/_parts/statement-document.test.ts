import fc from "fast-check";
import { expect, test } from "vitest";
import { anyHistory, replay, workOf } from "../../../../../../../tests/support/histories";
import { memberFigures } from "@/core/credit/figures";
import { statement } from "@/core/credit/statement";
import { compareDocuments } from "@/core/compared/document";
import { excerptOf } from "@/core/compared/excerpt";
import { fromPlainText } from "@/core/document/plain";
import type { StatementDto } from "@/data/review/student";
import { statementDocument } from "./statement-document";

const hostile = `<script>alert("1")</script> & 'so' </style></body>`;

/** A statement over a history, everything that people can name or say being as hostile as can be. */
function toldOf(history: Parameters<typeof replay>[0]): StatementDto {
  const replayed = replay(history);
  const work = workOf(history, replayed, { members: ["p", "q", "r"] });
  const told = statement(work, "p");
  return {
    courseId: "c",
    assignmentId: "a",
    wikiId: "w",
    groupName: hostile,
    timeZone: "Europe/Dublin",
    cutOffAt: null,
    dueAt: new Date("2026-04-01T17:00:00Z"),
    member: { id: "p", name: hostile, mark: 0, until: null },
    figures: memberFigures(work, "p"),
    sharePercent: 40,
    sittings: told.sittings.map((sitting) =>
      sitting.map((line) => ({
        ...line,
        pageTitle: hostile,
        other: line.isByOther ? hostile : null,
        together: [hostile],
        remarkText: null,
        takenUpIn: null,
        isAnswer: false,
        isLate: false,
        figures: { ...replayed.figures[line.entry!]!, movedAway: 0 },
        routes: [],
        ref: {
          rev: line.entry!,
          pageId: "x",
          number: 1,
          kind: "wrote" as const,
          title: hostile,
          note: hostile,
          restoredFrom: null,
          at: new Date(line.at),
          pasted: 3,
        },
      })),
    ),
    members: [],
    findings: [],
    marks: [],
    pages: [],
    ownWords: [
      {
        id: "o",
        kind: "stands for",
        entry: { pageId: "x", number: 1, title: hostile },
        body: hostile,
        at: new Date("2026-03-09T09:00:00Z"),
        answer: { body: hostile, by: hostile, at: new Date("2026-03-10T09:00:00Z") },
      },
    ],
  };
}

test("whatever people are called and say, it is text; and the account ends with what stands", () => {
  fc.assert(
    fc.property(anyHistory, (history) => {
      const told = toldOf(history);
      const changes = new Map([
        [
          "x:1",
          excerptOf(
            compareDocuments(
              fromPlainText("The weir.\n\nIt stays."),
              fromPlainText(`The weir.\n\n${hostile}\n\nIt stays, ${hostile}`),
            ),
          ),
        ],
      ]);
      const file = statementDocument({
        told,
        assignment: hostile,
        course: hostile,
        period: "All of it, as it is now",
        now: new Date("2026-03-20T09:00:00Z"),
        changes,
      });
      expect(file).not.toMatch(/<script|onerror=|<\/style><\/body>/);
      expect(file.match(/<\/style>/g)).toHaveLength(1);
      if (told.sittings.length > 0) expect(file).toContain("<ins>, &lt;script&gt;");
      expect(file).not.toMatch(/(src|href|url)\s*[=(]/);
      const stands = told.figures.standing.toLocaleString("en-GB", { maximumFractionDigits: 1 });
      if (told.sittings.length > 0)
        expect(file.replace(/>\s+</g, "><")).toContain(
          `<td class="number">${stands}</td></tr></tbody></table>`,
        );
      else expect(file).toContain("did not save or say anything in this time");
    }),
    { seed: 5, numRuns: 100 },
  );
});
