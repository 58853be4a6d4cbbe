/** What a student is shown when marks are released: kept word for word, so that it can be read years later exactly so. */
import type { FigureName } from "@/core/credit/figure-table";

export interface ShownCriterion {
  readonly id: string;
  readonly title: string;
  readonly description: string;
  /** The level's title, or the points; with what the level says. */
  readonly given: string;
  readonly about: string;
  readonly weight: string;
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

export interface ShownMark {
  readonly student: string;
  readonly group: string;
  readonly mark: string;
  readonly outOf: string;
  readonly label: string | null;
  /** Null where it would tell a teammate's mark. */
  readonly groupMark: string | null;
  readonly groupWorking: string | null;
  readonly working: string | null;
  /** Where the mark is not the one that was reckoned: that one, and why. */
  readonly computed: string | null;
  readonly reason: string;
  readonly criteria: readonly ShownCriterion[];
  readonly own: readonly ShownCriterion[];
  readonly pins: readonly ShownPin[];
  readonly feedback: readonly { readonly by: string; readonly at: string; readonly body: string; readonly isForAll: boolean }[];
  /** What the student's record said, as it reads. */
  readonly figures: readonly { readonly name: FigureName; readonly text: string }[];
  /** What was shown before, the newest first. */
  readonly earlier: readonly { readonly mark: string; readonly at: string }[];
}
