import type { Role } from "@/core/access/may";
import type { PlannedRow } from "@/core/roster/plan";
import type { Refused } from "../refusal";

/** Where somebody stands on the way to signing in. */
export type Arrival = "active" | "invited" | "invitation expired" | "not invited";

export interface PersonDto {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly role: Role;
  readonly givenName: string;
  readonly familyName: string;
  readonly preferredName: string;
  readonly section: string;
  readonly number: string;
  readonly own: Readonly<Record<string, string>>;
  readonly onlyGivenGroups: boolean;
  readonly leftAt: Date | null;
  readonly arrival: Arrival;
  /** The name of the person as whom all that this account did counts; null: it counts for itself. */
  readonly mergedInto: string | null;
  /** Names of the groups that they belong to. */
  readonly groups: readonly string[];
}

export interface PlaceRequestDto {
  readonly id: string;
  readonly name: string;
  readonly address: string;
  readonly message: string;
  readonly at: Date;
}

/** The dry run of reading a list: all counts, and of each kind of row as many as a screen can show. */
export interface ListPlanDto {
  readonly counts: Readonly<Record<PlannedRow["kind"], number>>;
  readonly rows: readonly PlannedRow[];
  /** Names of groups that would be made. */
  readonly newGroups: readonly string[];
}

export type ListPlanned = { readonly kind: "planned"; readonly plan: ListPlanDto } | Refused<PeopleProblem>;
export type ListRead =
  | { readonly kind: "read"; readonly added: number; readonly changed: number; readonly setId: string | null }
  | Refused<PeopleProblem>;
export type PeopleSaved = { readonly kind: "saved"; readonly count: number } | Refused<PeopleProblem>;

export type PeopleProblem =
  | { readonly code: "not allowed" }
  | { readonly code: "not found" }
  | { readonly code: "bad input"; readonly message: string }
  | { readonly code: "no address column" }
  | { readonly code: "faulty rows"; readonly count: number }
  /** What the list would do is no longer what was shown. */
  | { readonly code: "changed since" }
  | { readonly code: "last instructor" }
  | { readonly code: "address taken" }
  | { readonly code: "same person" | "not students" | "merged already" }
  /** Each has a wiki of their own in one assignment, and both have been written in. */
  | { readonly code: "both wrote" };
