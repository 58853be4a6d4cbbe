/** What is compared: two sequences, and the stretches of both that are meant. */

/**
 * Elements are small whole numbers, compared by `===`. What is kept does not depend on how they are numbered.
 */
export interface Alignable {
  readonly a: Int32Array;
  readonly b: Int32Array;
  /**
   * Whether they are known to belong together, as a passage and its copy do, so that little in common is no
   * chance.
   */
  readonly areRelated?: boolean;
}

/** `aFrom` and `bFrom` included, `aTo` and `bTo` excluded. */
export interface Range {
  readonly aFrom: number;
  readonly aTo: number;
  readonly bFrom: number;
  readonly bTo: number;
}
