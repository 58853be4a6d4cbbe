/** What an assignment says of its marks: how a share becomes a factor, and what the whole is out of. */
import type { Ratio } from "./ratio";
import type { WeightedFigure } from "./shares";

export interface Rule {
  /** How much shares matter: 0 gives everybody the group's mark. */
  readonly k: Ratio;
  /** The bounds of the factor, 0 ≤ lowest ≤ highest. */
  readonly lowest: Ratio;
  readonly highest: Ratio;
  readonly figures: readonly WeightedFigure[];
}

export interface Scale {
  readonly outOf: Ratio;
  /** Marks are multiples of it, rounded half up. */
  readonly step: Ratio;
}
