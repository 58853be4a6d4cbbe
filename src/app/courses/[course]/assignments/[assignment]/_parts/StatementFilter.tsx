import { Link } from "@/ui/frame/Link";
import type { StatementDto } from "@/data/review/student";
import type { Shown } from "./statement-lines";

/** Which acts are shown: of one page alone, of one kind. */
export function StatementFilter({
  told,
  shown,
  href,
}: {
  told: StatementDto;
  shown: Shown;
  href: (more: Record<string, string>) => string;
}) {
  const asked = (page: string | null, kind: Shown["kind"]) => ({
    ...(page ? { page } : {}),
    ...(kind ? { kind } : {}),
  });
  const link = (name: string, page: string | null, kind: Shown["kind"]) => (
    <Link
      key={name}
      href={href(asked(page, kind))}
      scroll={false}
      {...(shown.page === page && shown.kind === kind ? { "aria-current": "true" as const } : {})}
    >
      {name}
    </Link>
  );
  return (
    <nav className="period-choice" aria-label="What is shown">
      {link("All acts", null, null)}
      {link("Entries", null, "entries")}
      {link("Comments and answers", null, "comments")}
      {told.pages.length > 1 && <span className="quiet">on</span>}
      {told.pages.length > 1 && told.pages.map(({ id, title }) => link(title, id, null))}
    </nav>
  );
}
