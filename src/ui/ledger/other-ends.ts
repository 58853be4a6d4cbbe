import type { RouteDto } from "@/data/ledger/dto";
import { paths } from "../paths";
import { placeWords } from "../words/routes";

/**
 * The other end of words that moved between pages: what is told of it, and its address where the reader may
 * see it.
 */
export interface OtherEnd {
  readonly told: string;
  readonly href: string | null;
}

/** Finds it by the number that the entry at the other end has in the wiki. */
export function otherEnds(
  courseId: string,
  routes: readonly RouteDto[],
): (rev: number, isAway: boolean) => OtherEnd | null {
  return (rev, isAway) => {
    const route = routes.find((each) => each.rev === rev && each.kind === (isAway ? "went to" : "came from"));
    return route
      ? {
          told: placeWords(route),
          href: route.place && paths.entry(courseId, route.place.pageId, route.place.number),
        }
      : null;
  };
}
