/** Plain sheets to begin from. */
import { type CriteriaSheet, emptySheet } from "@/core/marks/criteria";

const level = (id: string, title: string, points: string, description: string) => ({
  id,
  title,
  points,
  description,
});

export const examples: readonly {
  readonly name: string;
  readonly about: string;
  readonly sheet: CriteriaSheet;
}[] = [
  {
    name: "Four criteria with levels",
    about: "For the group’s work; each student’s mark by share.",
    sheet: {
      ...emptySheet,
      criteria: [
        {
          id: "question",
          title: "The question",
          description: "What the work is about, and why it matters.",
          of: "group",
          weight: "1",
          judging: {
            by: "levels",
            levels: [
              level("missing", "Missing", "0", "It is not said what the work is about."),
              level("stated", "Stated", "1", "It is said, without a reason."),
              level("reasoned", "Reasoned", "2", "It is said why it matters, and to whom."),
              level("sharp", "Sharp", "3", "It is narrow enough to be answered here."),
            ],
          },
        },
        {
          id: "evidence",
          title: "Evidence",
          description: "What the claims rest on.",
          of: "group",
          weight: "2",
          judging: {
            by: "levels",
            levels: [
              level("claims", "Claims only", "0", "Nothing is shown for what is claimed."),
              level("some", "In part", "1", "The main claims rest on something."),
              level("most", "Mostly", "2", "Nearly every claim has a source or a measurement."),
              level("weighed", "Weighed", "3", "Sources are compared, and doubts are said."),
            ],
          },
        },
        {
          id: "structure",
          title: "How it hangs together",
          description: "Order, links between pages, no page that nobody finds.",
          of: "group",
          weight: "1",
          judging: {
            by: "levels",
            levels: [
              level("loose", "Loose", "0", "Pages stand by themselves."),
              level("ordered", "Ordered", "1", "There is an order, and links follow it."),
              level("whole", "Whole", "2", "A reader finds the way without asking."),
            ],
          },
        },
        {
          id: "language",
          title: "Language",
          description: "Clear sentences, the right words.",
          of: "group",
          weight: "1",
          judging: { by: "points", most: "4" },
        },
      ],
      students: {
        how: "by share",
        k: "0.5",
        lowest: "0.7",
        highest: "1.15",
        figures: [{ figure: "standing", weight: "1" }],
      },
    },
  },
  {
    name: "A group part and an own part",
    about: "Two thirds for the group’s work, one third for what each did for it.",
    sheet: {
      ...emptySheet,
      criteria: [
        {
          id: "content",
          title: "Content",
          description: "Right, complete, and to the point.",
          of: "group",
          weight: "2",
          judging: { by: "points", most: "10" },
        },
        {
          id: "form",
          title: "Form",
          description: "Order, language, pictures, sources.",
          of: "group",
          weight: "1",
          judging: { by: "points", most: "10" },
        },
        {
          id: "part",
          title: "Own part of the text",
          description: "What the student wrote, and what of it stands.",
          of: "student",
          weight: "1",
          judging: {
            by: "levels",
            levels: [
              level("none", "None", "0", "Nothing of theirs stands."),
              level("small", "Small", "1", "Less than an equal part."),
              level("equal", "Equal", "2", "About an equal part."),
              level("leading", "Leading", "3", "They carried a part of the work."),
            ],
          },
        },
        {
          id: "together",
          title: "Work with others",
          description: "Comments, answers, care for what others wrote.",
          of: "student",
          weight: "1",
          judging: {
            by: "levels",
            levels: [
              level("alone", "Alone", "0", "Wrote alone, and answered nobody."),
              level("answers", "Answers", "1", "Answered when asked."),
              level("builds", "Builds on others", "2", "Took up what others wrote, and said so."),
            ],
          },
        },
      ],
      students: { how: "own criteria", groupWeight: "2", ownWeight: "1" },
    },
  },
  {
    name: "Points for the whole",
    about: "One number for the group, and everybody gets it.",
    sheet: {
      ...emptySheet,
      criteria: [
        {
          id: "whole",
          title: "The work as a whole",
          description: "",
          of: "group",
          weight: "1",
          judging: { by: "points", most: "100" },
        },
      ],
    },
  },
];
