/** What the product can check by itself, as it was set up for the assignment. */
export interface Checkable {
  readonly text: string;
  readonly of: "group" | "student";
  readonly words: string;
}
