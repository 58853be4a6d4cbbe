/** Refusals in words: what is wrong, what was kept, what to do. */
import type { AssignmentProblem } from "@/data/assignments/dto";
import type { DocumentProblem } from "@/core/document/parse";

export function documentProblem(problem: DocumentProblem): string {
  switch (problem.kind) {
    case "not a document": return "What arrived is not a page.";
    case "too large": return "The page is too large. Split it into two pages.";
    case "too deep": return "Lists or quotes are nested too deeply.";
    case "unknown part": return `A page can't hold a part of the kind “${problem.part}”.`;
    case "bad attribute": return `A part of the kind “${problem.part}” has a setting that a page can't hold: ${problem.attribute}.`;
    case "bad characters": return "The text holds characters that can't be stored.";
    case "misplaced part": return "A part of the page stands where it can't stand.";
    default: return problem satisfies never;
  }
}

export function assignmentProblem(problem: AssignmentProblem): string {
  switch (problem.code) {
    case "not allowed": return "Only instructors of the course make assignments.";
    case "bad input": return `${problem.message}.`;
    case "bad starter page": return `The starter page “${problem.page}” can't be used. ${documentProblem(problem.problem)}`;
    case "starter page twice": return `Two starter pages are called “${problem.title}”. Give one of them another title.`;
    case "no groups": return "There is no group yet. Put people into groups, or let each student or the whole class share a wiki.";
    case "group twice": return `Two groups are called “${problem.name}”. Give one of them another name.`;
    case "empty group": return `The group “${problem.name}” has nobody in it. Put somebody into it, or remove it.`;
    case "in two groups": return `${problem.name} is in two groups.`;
    case "not a student": return "Somebody in a group is not a student of this course any more. Load the page again.";
    default: return problem satisfies never;
  }
}
