import type { AnyHit, EntryNamed } from "@/data/search/dto";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { named } from "@/ui/search/choices";
import { Excerpt } from "@/ui/search/Excerpt";
import { hitHref } from "@/ui/search/hit-links";
import { shortMoment } from "@/ui/words/times";

interface Props {
  readonly course: string;
  readonly hit: AnyHit;
  readonly find: string;
  readonly zone: string;
  readonly now: Date;
}

/** One thing that was found: what it is, where, and the text around the words. */
export function Hit({ course, hit, find, zone, now }: Props) {
  const { label, about } = named(hit);
  return (
    <li>
      <p>
        <Link href={hitHref(course, hit, find)}>{label}</Link>{" "}
        {about && hit.kind !== "past" && <span className="quiet">{about}</span>}
        {hit.kind === "comment" && <span className="quiet">, {shortMoment(hit.at, zone, now)}</span>}
        {hit.kind === "file" && hit.pageId && (
          <>
            {" "}
            <Link href={paths.page(course, hit.pageId)}>Open the page</Link>
          </>
        )}
        {hit.kind === "past" && (
          <span className="quiet">
            taken off in{" "}
            <Entry course={course} pageId={hit.pageId} entry={hit.went} find={find} zone={zone} now={now} />
            {hit.came && (
              <>
                , written in{" "}
                <Entry
                  course={course}
                  pageId={hit.pageId}
                  entry={hit.came}
                  find={find}
                  zone={zone}
                  now={now}
                />
              </>
            )}
          </span>
        )}
      </p>
      {"excerpt" in hit && hit.excerpt && (
        <p className={hit.kind === "past" ? "hit-text past" : "hit-text"}>
          <Excerpt {...hit} />
        </p>
      )}
    </li>
  );
}

function Entry({
  course,
  pageId,
  entry,
  find,
  zone,
  now,
}: Omit<Props, "hit"> & { pageId: string; entry: EntryNamed }) {
  return (
    <>
      <Link href={`${paths.entry(course, pageId, entry.number)}?${new URLSearchParams({ find })}`}>
        entry {entry.number}
      </Link>{" "}
      by {entry.author ?? "nobody (starter text)"}, {shortMoment(entry.at, zone, now)}
    </>
  );
}
