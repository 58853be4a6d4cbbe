import type { Refused } from "../refusal";
export interface GroupMemberDto {
  readonly id: string;
  readonly name: string;
  /** If they will join only later. */
  readonly since: Date;
}

export interface GroupDto {
  readonly id: string;
  readonly name: string;
  readonly topic: string;
  /** Those who belong to it, or will; not those who have gone. */
  readonly members: readonly GroupMemberDto[];
}

export interface GroupSetDto {
  readonly id: string;
  readonly title: string;
  readonly publishedAt: Date | null;
  readonly seed: number | null;
  readonly signUpLimit: number | null;
  readonly signUpUntil: Date | null;
  readonly groups: readonly GroupDto[];
  /** Changes with every change of its groups and members. */
  readonly state: string;
  /** Titles of the published assignments that have their wikis by it. */
  readonly usedBy: readonly string[];
}

export type GroupsSaved = { readonly kind: "saved"; readonly setId: string } | Refused<GroupsProblem>;

export type GroupsProblem =
  | { readonly code: "not allowed" }
  | { readonly code: "not found" }
  | { readonly code: "bad input"; readonly message: string }
  | { readonly code: "group twice"; readonly name: string }
  | { readonly code: "in two groups"; readonly name: string }
  | { readonly code: "not a student" }
  /** Somebody else saved the set since it was opened. */
  | { readonly code: "changed since" }
  | { readonly code: "only looking" }
  | { readonly code: "full" }
  | { readonly code: "closed" }
  | { readonly code: "has a wiki"; readonly name: string; readonly entries: number };
