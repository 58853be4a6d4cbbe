import type { Closed, Power, PowerRule, Rule } from "@/core/access/may";
import type { Effect, SheetColumn, SheetRow } from "@/core/access/sheet";
import type { ChangeKind, ToldChange, ToldPowers, ToldTimes } from "../db/tables/wikis";
import type { Refused } from "../refusal";

export type { ToldChange, ToldPowers, ToldTimes, ToldSetting } from "../db/tables/wikis";

export interface SheetRowDto extends SheetRow {
  /** The id of the place. */
  readonly id: string;
  readonly title: string;
  /** How deep a page stands in the contents. */
  readonly depth: number;
}

export interface SheetColumnDto extends SheetColumn {
  readonly name: string;
  /** A member's mark; null for all others. */
  readonly mark: number | null;
}

/** All that the sheet is computed from: by the same code here and in the browser. */
export interface SheetDto {
  readonly assignment: {
    readonly id: string;
    readonly title: string;
    readonly dueAt: Date;
    readonly closesAtDue: boolean;
    /** What members may do apart from writing. */ readonly membersMay: readonly Power[];
  };
  readonly timeZone: string;
  readonly closed: Closed | null;
  /** The assignment, then one wiki with its pages, or one page of every wiki. */
  readonly rows: readonly SheetRowDto[];
  readonly columns: readonly SheetColumnDto[];
  readonly rules: readonly (Rule | PowerRule)[];
  /** Who made each rule, by the rule's id. */
  readonly makers: Readonly<Record<string, string>>;
  /** Groups of the course that something can be set for besides. */
  readonly groups: readonly { readonly id: string; readonly name: string }[];
  readonly wikis: readonly { readonly id: string; readonly name: string }[];
  /** Of the one wiki that is shown: those whose it is. */
  readonly members: readonly { readonly id: string; readonly name: string }[];
  /** Titles that pages of several wikis have. */
  readonly titles: readonly string[];
}

/** Which part of an assignment's access is looked at. */
export type SheetView = { readonly wiki: string } | { readonly title: string };

export interface LogLineDto {
  readonly id: string;
  readonly at: Date;
  readonly by: string;
  readonly kind: ChangeKind;
  readonly undoneAt: Date | null;
  /** For an undo: when the change was made that it took back. */
  readonly undid: Date | null;
  readonly told: readonly ToldChange[];
  /** What members may do apart from writing, where that was changed. */
  readonly powers: ToldPowers | null;
  /** The assignment's times, where they were changed. */
  readonly times: { readonly before: ToldTimes; readonly after: ToldTimes } | null;
}

export interface LogDto {
  readonly lines: readonly LogLineDto[];
  /** What places and people are called, by id. */
  readonly names: Readonly<Record<string, string>>;
  /** The open rooms and readers' links whose guests are meant, by id. */
  readonly doors: Readonly<Record<string, { readonly kind: "room" | "link"; readonly of: string }>>;
}

export type AccessChanged =
  | { readonly kind: "changed"; readonly changeId: string; readonly cells: number }
  | { readonly kind: "unchanged" }
  | Refused<AccessProblem>;

export type AccessProblem =
  | {
      readonly code:
        | "not found"
        | "not allowed"
        | "nothing chosen"
        | "window ends before it begins"
        | "no hours"
        | "undone already"
        | "not as it was left"
        | "guests have no powers";
    }
  /** Something else was set for the same cells since. */
  | { readonly code: "changed since"; readonly at: Date; readonly by: string };

export type AccessPreview =
  | {
      readonly kind: "seen";
      readonly cells: number;
      readonly ends: number;
      readonly effects: readonly Effect[];
      /** From when it changes; null: at once. */ readonly from: Date | null;
    }
  | Refused<AccessProblem>;

export interface MoreTimeDto {
  readonly id: string;
  /** A group or a student, by what they are called. */
  readonly name: string;
  readonly wiki: string;
  readonly until: Date;
}
