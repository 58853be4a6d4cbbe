/** Where the assessment of a group or a student stands: computed from what was done, never stored. */
export type SubjectState =
  "not begun" | "begun" | "complete" | "marked" | "ready" | "released" | "changed since";

export interface Standing {
  /** Criteria that count for the subject, and those of them that are judged. */
  readonly criteria: number;
  readonly judged: number;
  /** Whether anybody did anything of it: a judgement, a pin, a note. */
  readonly isTouched: boolean;
  /** The mark that holds; null: none. Of a group: null. */
  readonly mark: string | null;
  /** Whether the mark rests on what is proposed today, or was set for a reason. */
  readonly isCurrent: boolean;
  /** What the student was shown last; null: nothing. */
  readonly released: string | null;
}

export function stateOf({ criteria, judged, isTouched, mark, isCurrent, released }: Standing): SubjectState {
  if (released !== null) return mark === released && isCurrent ? "released" : "changed since";
  const isComplete = judged >= criteria;
  if (mark !== null) return isComplete && isCurrent ? "ready" : "marked";
  if (criteria > 0 && isComplete) return "complete";
  return judged > 0 || isTouched ? "begun" : "not begun";
}
