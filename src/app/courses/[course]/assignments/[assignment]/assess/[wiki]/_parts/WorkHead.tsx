import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { momentAndDistance } from "@/ui/words/times";
import type { WorkPlace } from "./place";

interface Props {
  readonly place: WorkPlace;
  /** Null: everything counts. */
  readonly cutOffAt: Date | null;
  readonly parts: readonly { readonly id: string; readonly label: string }[];
  /** The same, with what came after the cut-off counted in or left out. */
  readonly person: string | null;
}

/** At the top of the work: what is judged, as of when, and the way to each part. */
export function WorkHead({
  place: { course, assignment, wiki, period, zone, now },
  cutOffAt,
  parts,
  person,
}: Props) {
  const of: Record<string, string> = person ? { of: person } : {};
  const hasPassed = cutOffAt !== null && cutOffAt <= now;
  return (
    <div className="work-strip">
      <nav aria-label="Parts of the work">
        {parts.map(({ id, label }) => (
          <a key={id} href={`#${id}`}>
            {label}
          </a>
        ))}
        <a className="to-account" href="#account">
          Account
        </a>
      </nav>
      <p className="quiet">
        {!hasPassed ? (
          <>As it is now{cutOffAt && <>; counts up to {momentAndDistance(cutOffAt, zone, now)}</>}.</>
        ) : period.withLater ? (
          <>
            Figures with what came after the cut-off.{" "}
            <Link href={paths.assess(course, assignment, wiki, of)} scroll={false}>
              As at the cut-off
            </Link>
          </>
        ) : (
          <>
            As at the cut-off, more time included.{" "}
            <Link href={paths.assess(course, assignment, wiki, { ...of, until: "now" })} scroll={false}>
              Figures with later work
            </Link>
          </>
        )}
      </p>
    </div>
  );
}
