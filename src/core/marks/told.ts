/** What is told of a student's mark, wherever it is shown or written down. Numbers are decimals in text. */
export interface ToldMark {
  readonly student: string;
  readonly group: string;
  readonly mark: string;
  readonly outOf: string;
  readonly label: string | null;
  /** Null where it would tell a teammate's mark. */
  readonly groupMark: string | null;
  readonly groupWorking: string | null;
  readonly working: string | null;
  /** Where the mark is not the one that was computed: that one, and why. */
  readonly computed: string | null;
  readonly reason: string;
}

/** A criterion as it was judged, with what its level says. */
export interface ToldCriterion {
  readonly title: string;
  readonly description: string;
  /** The level's title with its points, or the points. */
  readonly given: string;
  readonly about: string;
  readonly weight: string;
}
