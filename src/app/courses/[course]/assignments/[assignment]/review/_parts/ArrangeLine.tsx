import Link from "next/link";
import { type Arrangement, arrangementAsked, type Selection } from "./arrange";

const names: Readonly<Record<Selection, string>> = { "nothing done": "Nothing done", late: "Late work", "with findings": "With findings", "not looked at": "Not looked at by me", "new since": "New since I looked" };

/** Whom of the class to show, and the way back to the groups. */
export function ArrangeLine({ arrangement, counts, href }: { arrangement: Arrangement; counts: Readonly<Record<Selection | "all", number | null>>; href: (asked: Record<string, string>) => string }) {
  const link = (only: Selection | null, name: string, count: number | null) => <Link key={name} href={href(arrangementAsked({ ...arrangement, only }))} scroll={false} {...(arrangement.only === only ? { "aria-current": "true" as const } : {})}>{name}{count !== null && <> <span className="quiet">{count}</span></>}</Link>;
  return (
    <nav className="period-choice" aria-label="Who is shown">
      {link(null, "Everybody", counts.all)}
      {(Object.keys(names) as Selection[]).map((only) => link(only, names[only], counts[only]))}
      {arrangement.by && <Link href={href(arrangementAsked({ ...arrangement, by: null }))} scroll={false}>Back to groups</Link>}
    </nav>
  );
}
