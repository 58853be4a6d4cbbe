/** A stretch of time, in milliseconds since 1970: `from` included, `to` excluded. */
export interface Span {
  readonly from: number;
  readonly to: number;
}
