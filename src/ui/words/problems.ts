/** Refusals in words: what is wrong, what was kept, what to do. */
import type { SetUpFinding } from "@/core/assignment/check";
import type { RowFault } from "@/core/roster/plan";
import type { AssignmentProblem } from "@/data/assignments/dto";
import type { CourseProblem } from "@/data/courses/dto";
import type { GroupsProblem } from "@/data/groups/dto";
import type { ContentsProblem } from "@/data/pages/dto";
import type { PeopleProblem } from "@/data/people/dto";
import { powerMissing } from "./access";
import { counted, listed } from "./counts";
import type { DocumentProblem } from "@/core/document/parse";

export function documentProblem(problem: DocumentProblem): string {
  switch (problem.kind) {
    case "not a document":
      return "What arrived is not a page.";
    case "too large":
      return problem.what
        ? `A page can't hold more than ${problem.limit.toLocaleString("en")} ${problem.what}. Split it into two pages.`
        : "The page is too large. Split it into two pages.";
    case "too deep":
      return "Lists or quotes are nested too deeply.";
    case "unknown part":
      return `A page can't hold a part of the kind “${problem.part}”.`;
    case "bad attribute":
      return `A part of the kind “${problem.part}” has a setting that a page can't hold: ${problem.attribute}.`;
    case "bad characters":
      return "The text holds characters that can't be stored.";
    case "misplaced part":
      return "A part of the page stands where it can't stand.";
    default:
      return problem satisfies never;
  }
}

/** Whoever looks as somebody else does nothing in their name. */
export const onlyLooking =
  "Nothing was changed: you are viewing this as somebody else, and cannot act in their name.";

export function contentsProblem(problem: ContentsProblem): string {
  switch (problem.code) {
    case "not found":
      return "Nothing was changed: the page no longer exists, or you no longer have access to it.";
    case "not allowed":
      return "Nothing was changed: only instructors choose the home page, and pages that are one member’s alone.";
    case "only looking":
      return onlyLooking;
    case "bad title":
      return "Nothing was changed. A title has between 1 and 200 characters.";
    case "home page stays":
      return "Nothing was changed: the home page comes first, and can’t be removed. An instructor can make another page the home page.";
    case "no such place":
      return "Nothing was changed: a page can’t stand below itself, and the page next to it may be gone. Reload the contents.";
    case "power not given":
      return powerMissing(problem.power);
    case "title taken":
      return `Nothing was changed: another page of this wiki is called “${problem.title}”. Choose another title.`;
    case "bad tag":
      return "Nothing was changed. A page has at most 20 tags, each of at most 60 characters.";
    case "bad heading":
      return "Nothing was changed. A heading has at most 100 characters.";
    case "may not write":
      return "Nothing was changed: only those who may write the page can tag it.";
    case "no titles":
      return "No page was started: enter a title.";
    default:
      return problem satisfies never;
  }
}

export function assignmentProblem(problem: AssignmentProblem): string {
  switch (problem.code) {
    case "not allowed":
      return "Only instructors set assignments up, and only while the course is not archived.";
    case "not found":
      return "The assignment is no longer there.";
    case "bad input":
      return `${problem.message}.`;
    case "bad document":
      return `The text of ${problem.where} can't be used. ${documentProblem(problem.problem)}`;
    case "changed since":
      return "Somebody else changed the assignment meanwhile. What you changed is still here; open the set-up in another window to see theirs, then load this page again.";
    case "starter page twice":
      return `Two starter pages are called “${problem.title}”. Give one of them another title.`;
    case "to be mended":
      return problem.findings.map(setUpFinding).join(" ");
    default:
      return problem satisfies never;
  }
}

/** Up to five names, and how many more. */
function some(names: readonly string[]): string {
  return names.length <= 5 ? listed(names) : `${names.slice(0, 4).join(", ")} and ${names.length - 4} more`;
}

/** What is missing or odd about an assignment, and what it leads to. */
export function setUpFinding(finding: SetUpFinding): string {
  switch (finding.code) {
    case "no students":
      return "There are no students on the course yet: there is nobody to make wikis for.";
    case "no set":
      return "No set of groups is chosen.";
    case "no groups":
      return "The chosen set has no groups yet.";
    case "in no group":
      return `${some(finding.names)} ${finding.names.length === 1 ? "is in no group and gets" : "are in no group and get"} no wiki.`;
    case "in two groups":
      return `${some(finding.names)} ${finding.names.length === 1 ? "is" : "are"} in two groups.`;
    case "empty groups":
      return `Nobody is in ${some(finding.names)}.`;
    case "groups of one":
      return `Only one student is in ${some(finding.names)}.`;
    case "due in the past":
      return "The due time has passed: nobody will be able to write.";
    case "due at night":
      return `It is due at ${finding.time}, in the night.`;
    case "due after the course":
      return "It is due after the course's last day.";
    case "cut-off before due":
      return "The cut-off is before the due time: work between the two will not count.";
    case "no brief":
      return "There is no brief: students see no task.";
    case "nobody links to":
      return `No page leads to ${some(finding.titles.map((title) => `“${title}”`))}. Students find ${finding.titles.length === 1 ? "it" : "them"} in the contents alone.`;
    case "empty home page":
      return "The home page is empty.";
    default:
      return finding satisfies never;
  }
}

export function courseProblem(problem: CourseProblem): string {
  switch (problem.code) {
    case "not allowed":
      return "You may not do this here.";
    case "bad input":
      return `${problem.message}.`;
    default:
      return problem satisfies never;
  }
}

export function groupsProblem(problem: GroupsProblem): string {
  switch (problem.code) {
    case "not allowed":
      return "You may not change these groups.";
    case "not found":
      return "The groups are no longer there. Reload the page.";
    case "bad input":
      return `${problem.message}.`;
    case "group twice":
      return `Two groups are called “${problem.name}”. Give one of them another name.`;
    case "in two groups":
      return `${problem.name} is in two groups.`;
    case "not a student":
      return "Somebody in a group is no longer a student of this course. Reload the page.";
    case "changed since":
      return "Somebody else changed these groups meanwhile, or signed up to one. What you changed is still here; reload the page to see how the groups are now.";
    case "only looking":
      return onlyLooking;
    case "full":
      return "The group is full by now. Choose another.";
    case "closed":
      return "Sign-up has closed.";
    case "has a wiki":
      return `“${problem.name}” has a wiki with ${counted(problem.entries, "entry", "entries")}. Groups with wikis can be changed, not taken away as a whole.`;
    default:
      return problem satisfies never;
  }
}

export function peopleProblem(problem: PeopleProblem): string {
  switch (problem.code) {
    case "not allowed":
      return "Only instructors change who is on the course, and only while it is not archived.";
    case "not found":
      return "They are no longer on the course.";
    case "bad input":
      return `${problem.message}.`;
    case "no address column":
      return "No column is said to hold the mail addresses. Say which one does.";
    case "faulty rows":
      return `${counted(problem.count, "row is", "rows are")} faulty. Mend the list and read it again, or leave these rows out.`;
    case "changed since":
      return "The course has changed since this was worked out. Look at the new result, then read it.";
    case "last instructor":
      return "A course needs an instructor. Make somebody else instructor first.";
    case "address taken":
      return "Somebody on the course has this address already.";
    case "same person":
      return "Choose another account than the one that is to go.";
    case "not students":
      return "Only accounts of students can be merged.";
    case "merged already":
      return "One of these accounts was merged with another before. Undo that first.";
    case "both wrote":
      return "Each of them has a wiki of their own in one assignment, and both have been written in: they can’t become one.";
    default:
      return problem satisfies never;
  }
}

const roleNames = {
  instructor: "instructor",
  assistant: "assistant",
  student: "student",
  observer: "observer",
} as const;

export function rowFault(fault: RowFault): string {
  switch (fault.fault) {
    case "no address":
      return "no mail address";
    case "bad address":
      return `“${fault.address}” is no mail address`;
    case "address twice":
      return `the address stands in line ${fault.line} already`;
    case "number twice":
      return `the number stands in line ${fault.line} already`;
    case "address of somebody else":
      return `the address is ${fault.name}’s, the number is not`;
    case "merged":
      return `the account with this address counts as ${fault.name}’s`;
    case "other role":
      return `${fault.name} is ${roleNames[fault.role]} here`;
    case "has own address":
      return `this number signs in with ${fault.address}`;
    case "unknown group":
      return `no group is called “${fault.group}”`;
    case "unknown role":
      return `“${fault.role}” is no role`;
    case "no name":
      return "no name";
    case "too long":
      return `more than 200 characters: ${fault.what}`;
    default:
      return fault satisfies never;
  }
}
