import type { ReactNode } from "react";
import { definitionOf } from "@/core/credit/figure-table";
import { Link } from "@/ui/frame/Link";
import type { EvidenceDto, EvidenceLineDto } from "@/data/review/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { Late } from "@/ui/ledger/Late";
import { paths } from "@/ui/paths";
import { Routes } from "@/ui/ledger/Routes";
import { counted, number, percent, percents } from "@/ui/words/counts";
import { figureWords, unknownOf } from "@/ui/words/figures";
import { moment } from "@/ui/words/times";

interface Props {
  readonly evidence: EvidenceDto;
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
  /** What closes it. */
  readonly close: ReactNode;
  /** For those who assess: how the figure is pinned. */
  readonly pin?: ReactNode;
}

const kindWords: Record<EvidenceLineDto["kind"], string> = {
  started: "Started",
  wrote: "Wrote on",
  restored: "Restored",
  renamed: "Renamed",
  removed: "Removed",
  "brought back": "Restored",
  commented: "Commented on",
  answered: "Answered on",
};

/**
 * The entries or comments behind one figure, with their sum, which is the figure; each one step from its
 * change.
 */
export function EvidencePanel({ evidence, courseId, zone, now, close, pin }: Props) {
  const { figure, member, lines } = evidence;
  const sum = lines.reduce((total, line) => total + line.amount, 0);
  const words = figureWords[figure];
  const whose = member?.name ?? "what is unassigned";
  return (
    <section className="paper evidence" aria-label={`${words.label} of ${whose}`}>
      <header>
        <div>
          <h2>
            <Author name={member?.name ?? "Unassigned"} mark={member?.mark ?? null} />:{" "}
            {words.label.toLowerCase()}
          </h2>
          <p className="quiet">
            {words.about} <Link href={paths.measures(figure)}>How it comes about</Link>
            {unknownOf(figure) && <> {unknownOf(figure)}</>}
          </p>
        </div>
        {close}
      </header>
      {pin}
      {lines.length === 0 ? (
        <p className="quiet nothing-here">Nothing stands behind this figure: it is nought.</p>
      ) : (
        <table className="ledger">
          <caption className="visually-hidden">Behind the figure</caption>
          <thead>
            <tr>
              <th scope="col">When and what</th>
              <th scope="col" className="number">
                {definitionOf(figure).unit}
              </th>
            </tr>
          </thead>
          <tbody>
            {lines.map((line, index) => (
              <tr key={index}>
                <td>
                  <Link
                    href={
                      line.number === null
                        ? paths.page(courseId, line.pageId)
                        : paths.entry(courseId, line.pageId, line.number)
                    }
                  >
                    {moment(line.at, zone, now)}
                  </Link>
                  {line.by && (
                    <span className="quiet">
                      {" "}
                      by <Author name={line.by.name} mark={line.by.mark} />
                    </span>
                  )}
                  {line.isLate && <Late />}
                  <div>
                    {kindWords[line.kind]} “{line.page}”
                    {line.note ? <span className="quiet">: {line.note}</span> : null}
                    {line.pasted > 0 && (
                      <small className="quiet"> {counted(line.pasted, "word")} came by pasting</small>
                    )}
                  </div>
                  <Routes routes={line.routes} courseId={courseId} />
                  {line.standsOn.length > 0 && (
                    <small className="routes">
                      <span>
                        stands in several places, and counts once:{" "}
                        {line.standsOn.map(({ id, title }, at) => (
                          <span key={id}>
                            {at > 0 && ", "}
                            <Link href={paths.page(courseId, id)}>{title}</Link>
                          </span>
                        ))}
                      </span>
                    </small>
                  )}
                </td>
                <td className="number">{number(line.amount)}</td>
              </tr>
            ))}
            <tr className="sum">
              <th scope="row">{sumLabel(evidence)}</th>
              <td className="number">
                {number(sum)}
                {partOf(evidence, sum)}
              </td>
            </tr>
          </tbody>
        </table>
      )}
    </section>
  );
}

/** What the lines add up to. */
function sumLabel({ figure, whole, groupName }: EvidenceDto): string {
  if (whole === null) return "Sum";
  return figure === "share"
    ? `Standing, of ${number(whole)} in ${groupName}`
    : figure === "lasting"
      ? `Standing, of ${number(whole)} added`
      : `Of ${number(whole)} added`;
}

/** Of a part, what part it is. */
function partOf({ figure, whole, sharePercent }: EvidenceDto, sum: number): string {
  if (whole === null) return "";
  return ` (${figure === "share" ? percents(sharePercent) : percent(whole > 0 ? sum / whole : null)})`;
}
