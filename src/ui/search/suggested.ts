import type { Offers, SearchFound, StartOffer } from "@/data/search/dto";

/** What the search panel is told as one types. Dates come as text, and none of them is shown. */
export interface Suggested {
  /** Null: nothing was typed. */
  readonly found: SearchFound | null;
  readonly offers: Offers | null;
  readonly start: StartOffer | null;
}
