/** The trail of the head line: where one is, and what else there is at each step. */

export interface TrailStep {
  readonly label: string;
  readonly href: string;
  /** What the siblings are, such as "Groups"; shown above their list. */
  readonly siblingsAre?: string;
  readonly siblings?: readonly Sibling[];
  /** What can be done instead of choosing one of them. */
  readonly act?: { readonly label: string; readonly href: string };
  /** In the place of `siblings`: which they are, for a list that is asked for when it is opened. */
  readonly siblingsFrom?: SiblingsAsked;
}

export interface Sibling {
  readonly label: string;
  readonly href: string;
  readonly isHere: boolean;
}

/** The siblings of one course, one assignment, or one wiki. */
export type SiblingsAsked =
  | { readonly of: "course"; readonly here: string }
  | { readonly of: "assignment"; readonly courseId: string; readonly here: string }
  | { readonly of: "wiki"; readonly courseId: string; readonly assignmentId: string; readonly here: string };

export interface HeadLineActions {
  readonly signOut: () => Promise<void>;
  readonly signOutEverywhere: () => Promise<void>;
  readonly siblings: (asked: SiblingsAsked) => Promise<Sibling[]>;
}
