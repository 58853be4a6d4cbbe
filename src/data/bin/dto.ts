import type { RefusedFor } from "../refusal";

export const removedKinds = ["assignment", "wiki", "course"] as const;
export type RemovedKind = (typeof removedKinds)[number];

/** So many days something is in the bin before it is erased. */
export const binDays = 30;

export interface BinnedDto {
  readonly id: string;
  readonly kind: RemovedKind;
  readonly courseId: string;
  readonly placeId: string;
  readonly name: string;
  readonly by: string;
  readonly at: Date;
  /** When it is erased for good. */
  readonly until: Date;
}

export type BinActed =
  | { readonly kind: "done" }
  | RefusedFor<
      "not found" | "not allowed" | "only looking" | "another name" | "belongs to a removed assignment"
    >;
