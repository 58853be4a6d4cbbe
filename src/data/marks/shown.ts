/**
 * What a student is shown when marks are released: kept word for word, so that it can be read years later
 * exactly so.
 */
import type { FigureName } from "@/core/credit/figure-table";
import type { ToldCriterion, ToldMark } from "@/core/marks/told";

export interface ShownCriterion extends ToldCriterion {
  readonly id: string;
}

export interface ShownPin {
  readonly id: string;
  readonly criteria: readonly string[];
  readonly title: string;
  readonly text: string;
  readonly by: string;
  /** ISO 8601; null: it has no time of its own. */
  readonly at: string | null;
  /** Where it stands; null: it is a figure or a finding. */
  readonly place: { readonly pageId: string; readonly number: number } | null;
}

export interface ShownMark extends ToldMark {
  readonly criteria: readonly ShownCriterion[];
  readonly own: readonly ShownCriterion[];
  readonly pins: readonly ShownPin[];
  readonly feedback: readonly {
    readonly by: string;
    readonly at: string;
    readonly body: string;
    readonly isForAll: boolean;
  }[];
  /** What the student's record said, as it reads. */
  readonly figures: readonly { readonly name: FigureName; readonly text: string }[];
  /** What was shown before, the newest first. */
  readonly earlier: readonly { readonly mark: string; readonly at: string }[];
}
