/** Open rooms and readers' links in words. */
import type { DoorProblem, Entered, Knocked } from "@/data/doors/dto";

export function doorProblem(problem: DoorProblem): string {
  switch (problem.code) {
    case "not found":
      return "Nothing was changed: it no longer exists. Reload the page.";
    case "not allowed":
      return "Nothing was changed: only instructors do this, and only while the course is not archived.";
    case "no pages":
      return "The room was not opened: one of the pages no longer exists. Reload the page.";
    case "no names":
      return "The room was not opened: give the names that can be chosen.";
    case "has ended":
      return "It has ended already.";
    case "no such student":
      return "Nothing was changed: there is no such student on the course.";
    case "not a guest":
      return "Nothing was changed: that was not written by a guest of this room.";
    case "ends before it begins":
      return "The link was not made: it would end before it begins.";
    case "undone already":
      return "This was taken back already.";
    case "name twice":
      return `The room was not opened: “${problem.name}” is there twice. Add what tells the two apart.`;
    case "bad input":
      return `${problem.message}.`;
    default:
      return problem satisfies never;
  }
}

/** A code as it is written and read aloud: "BCDF-2345". */
export function codeWords(code: string): string {
  return `${code.slice(0, 4)}-${code.slice(4)}`;
}

export function notEntered(code: Extract<Knocked | Entered, { kind: "refused" }>["problem"]["code"]): string {
  switch (code) {
    case "no such room":
      return "No room is open with this code. Look at it once more: it has eight letters and digits, without vowels. Rooms close when their lesson ends.";
    case "too many":
      return "Too many wrong codes came from here. Wait ten minutes, and try again.";
    case "no such name":
      return "This name is no longer in the list. Reload the page.";
    case "taken":
      return "Somebody has just come in by this name. Choose yours, or ask your instructor to let the name go.";
    default:
      return code satisfies never;
  }
}
