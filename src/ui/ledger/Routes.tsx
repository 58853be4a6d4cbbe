/** Where the words of an entry went and came from, each with the way there. */
import type { RouteDto } from "@/data/ledger/dto";
import { Link } from "../frame/Link";
import { paths } from "../paths";
import { routeWords } from "../words/routes";

/** Of many ways so many are named. */
const mostNamed = 3;

export function Routes({ routes, courseId }: { routes: readonly RouteDto[]; courseId: string }) {
  if (routes.length === 0) return null;
  const more = routes.length - mostNamed;
  return (
    <small className="routes">
      {routes.slice(0, mostNamed).map((route, at) => (
        <span key={at}>
          {route.place ? (
            <Link href={paths.entry(courseId, route.place.pageId, route.place.number)}>
              {routeWords(route)}
            </Link>
          ) : (
            routeWords(route)
          )}
        </span>
      ))}
      {more > 0 && <span>and {more} more</span>}
    </small>
  );
}
