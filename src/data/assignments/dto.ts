import type { Expectation, Met } from "@/core/assignment/expected";
import type { ContributionKind } from "@/core/assignment/kinds";
import type { SetUpFinding } from "@/core/assignment/check";
import type { PageDocument } from "@/core/document/model";
import type { DocumentProblem } from "@/core/document/parse";
import type { Sharing } from "../db/tables/wikis";
import type { AssignmentInput } from "./input";
import type { Refused } from "../refusal";

export interface AssignmentDto {
  readonly id: string;
  readonly title: string;
  readonly brief: PageDocument;
  readonly opensAt: Date;
  readonly dueAt: Date;
  readonly sharing: Sharing;
  /** Null while it is being prepared. */
  readonly publishedAt: Date | null;
  /** Up to when work counts; null: the due time. */
  readonly cutOffAt: Date | null;
  /** The kinds of contribution that count; empty: nothing was said about it. */
  readonly counts: readonly ContributionKind[];
}

export interface WikiListDto {
  readonly id: string;
  readonly assignmentId: string;
  readonly name: string;
  readonly homePageId: string | null;
  readonly isMine: boolean;
  /** As in the core's `Person`. */
  readonly isGiven: boolean;
  readonly groups: readonly string[];
  readonly pages: number;
  readonly entries: number;
  readonly words: number;
  readonly lastAt: Date | null;
  /** Names of those whose wiki it is; empty for the whole class. */
  readonly members: readonly string[];
}

/** An assignment as its set-up screen needs it. */
export interface SetUpDto {
  readonly id: string;
  readonly input: AssignmentInput;
  /** Changes with every change of the settings. */
  readonly state: string;
  readonly publishedAt: Date | null;
  /** Whether students could start already, or did. */
  readonly hasStarted: boolean;
  /** What is missing or odd, by what is stored now. */
  readonly findings: readonly SetUpFinding[];
  readonly progress: Progress;
}

/** How many wikis there are of those that there should be. */
export interface Progress {
  readonly made: number;
  readonly wanted: number;
}

export type AssignmentSaved =
  { readonly kind: "saved"; readonly assignmentId: string } | Refused<AssignmentProblem>;

export type AssignmentProblem =
  | { readonly code: "not allowed" }
  | { readonly code: "not found" }
  | { readonly code: "bad input"; readonly field: string; readonly message: string }
  | { readonly code: "bad document"; readonly where: string; readonly problem: DocumentProblem }
  /** Somebody else changed the settings since they were shown. */
  | { readonly code: "changed since" }
  | { readonly code: "starter page twice"; readonly title: string }
  | { readonly code: "to be mended"; readonly findings: readonly SetUpFinding[] };

export interface ExpectedDto {
  /** For a student: what they are to see of it, of themselves and of their wiki. */
  readonly mine: readonly Met[] | null;
  /** For those who review: each expectation with who has not met it yet. */
  readonly everyone:
    | readonly {
        readonly expectation: Expectation;
        /** How many students, or wikis, it is expected of. */
        readonly of: number;
        readonly notYet: readonly {
          readonly wikiId: string;
          readonly name: string;
          readonly have: number;
          readonly want: number;
          readonly missing: readonly string[];
        }[];
      }[]
    | null;
}
