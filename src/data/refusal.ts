/**
 * How the data layer says no: what stood in the way, as a code with facts. The sentence is made where it is
 * shown.
 */
export interface Refused<Problem extends { readonly code: string }> {
  readonly kind: "refused";
  readonly problem: Problem;
}

/** A refusal that its code says all about. */
export type RefusedFor<Code extends string> = Refused<{ readonly code: Code }>;

export const refused = <const Problem extends { readonly code: string }>(
  problem: Problem,
): Refused<Problem> => ({ kind: "refused", problem });
export const refusedFor = <const Code extends string>(code: Code): RefusedFor<Code> => ({
  kind: "refused",
  problem: { code },
});

export const isRefused = (done: unknown): done is Refused<{ readonly code: string }> =>
  typeof done === "object" && done !== null && (done as { kind?: unknown }).kind === "refused";
