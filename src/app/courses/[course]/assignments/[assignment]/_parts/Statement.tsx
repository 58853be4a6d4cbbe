import type { StatementDto } from "@/data/review/student";
import { type Opened, OpenedEntry } from "./OpenedEntry";
import { drawnSittings, type Shown } from "./statement-lines";
import { StatementTable } from "./StatementTable";

interface Props {
  readonly told: StatementDto;
  readonly shown: Shown;
  /** Whether it tells of some time only. */
  readonly isOfPeriod?: boolean;
  /** Whether no earlier lines are left out. */
  readonly isFromTheBeginning?: boolean;
  readonly opened: Opened | null;
  /** The address of this statement with a line opened, or (null) without. */
  readonly href: (open: string | null) => string;
  readonly zone: string;
  readonly now: Date;
}

/** A student's statement, or that part of it that is shown. */
export function Statement({
  told,
  shown,
  isOfPeriod = false,
  isFromTheBeginning = true,
  opened,
  href,
  zone,
  now,
}: Props) {
  const sittings = drawnSittings(told, shown, zone, now);
  const isWhole = shown.page === null && shown.kind === null && isFromTheBeginning;
  if (sittings.length === 0)
    return (
      <p className="notice">
        {told.sittings.length > 0
          ? "Nothing of this kind is there."
          : isOfPeriod
            ? `${told.member.name} saved and said nothing in this time.`
            : `${told.member.name} has not saved or said anything yet.`}
      </p>
    );
  return (
    <StatementTable
      courseId={told.courseId}
      name={told.member.name}
      sittings={sittings}
      opened={
        opened && {
          key: `${opened.pageId}:${opened.number}`,
          change: <OpenedEntry told={told} opened={opened} />,
        }
      }
      openHref={href("KEY").replace("KEY", "{key}")}
      closedHref={href(null)}
      sum={{
        ...sums(told, isWhole),
        label: isWhole ? "What stands" : "What stands, of all acts",
        standing: told.figures.standing,
      }}
    />
  );
}

/** What the lines add up to: what stands, if all of them are shown. */
function sums(
  { sittings }: StatementDto,
  isWhole: boolean,
): { readonly own: number | null; readonly byOthers: number | null } {
  if (!isWhole) return { own: null, byOthers: null };
  const sum = (of: "own" | "byOthers") => sittings.flat().reduce((total, line) => total + line[of], 0);
  return { own: sum("own"), byOthers: sum("byOthers") };
}
