import type { DocumentProblem } from "@/core/document/parse";
import type { Sharing } from "../db/tables/wikis";

export interface AssignmentDto {
  readonly id: string;
  readonly title: string;
  readonly brief: string;
  readonly opensAt: Date;
  readonly dueAt: Date;
  readonly sharing: Sharing;
}

export interface WikiListDto {
  readonly id: string;
  readonly assignmentId: string;
  readonly name: string;
  readonly homePageId: string | null;
  readonly isMine: boolean;
  readonly pages: number;
  readonly entries: number;
  readonly words: number;
  readonly lastAt: Date | null;
  /** Names of those whose wiki it is; empty for the whole class. */
  readonly members: readonly string[];
}

export type MadeAssignment =
  | { readonly kind: "made"; readonly assignmentId: string; readonly wikis: number }
  | { readonly kind: "refused"; readonly problem: AssignmentProblem };

export type AssignmentProblem =
  | { readonly code: "not allowed" }
  | { readonly code: "bad input"; readonly field: string; readonly message: string }
  | { readonly code: "bad starter page"; readonly page: string; readonly problem: DocumentProblem }
  | { readonly code: "starter page twice"; readonly title: string }
  | { readonly code: "no groups" }
  | { readonly code: "group twice"; readonly name: string }
  | { readonly code: "empty group"; readonly name: string }
  | { readonly code: "in two groups"; readonly name: string }
  | { readonly code: "not a student"; readonly id: string };
