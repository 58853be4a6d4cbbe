import { Link } from "@/ui/frame/Link";
import type { EvidenceDto, EvidenceLineDto } from "@/data/review/dto";
import { Author } from "@/ui/authors/AuthorMark";
import { Late } from "@/ui/ledger/Late";
import { paths } from "@/ui/paths";
import { number, percent, percents } from "@/ui/words/counts";
import { reviewFigureWords } from "@/ui/words/figures";
import { moment } from "@/ui/words/times";
import { CloseEvidence } from "./CloseEvidence";

interface Props {
  readonly evidence: EvidenceDto;
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
}

const kindWords: Record<EvidenceLineDto["kind"], string> = { started: "Started", wrote: "Wrote on", restored: "Restored", renamed: "Renamed", removed: "Removed", "brought back": "Brought back", commented: "Commented on", answered: "Answered on" };

/** The entries or comments behind one figure, with their sum, which is the figure; each one step from its change. */
export function EvidencePanel({ evidence, courseId, zone, now }: Props) {
  const { figure, member, lines } = evidence;
  const sum = lines.reduce((total, line) => total + line.amount, 0);
  const words = reviewFigureWords[figure];
  const whose = member?.name ?? "what is unassigned";
  return (
    <section className="paper evidence" aria-label={`${words.label} of ${whose}`}>
      <header>
        <div>
          <h2><Author name={member?.name ?? "Unassigned"} mark={member?.mark ?? null} />: {words.label.toLowerCase()}</h2>
          <p className="quiet">{words.about} <Link href={paths.measures(figure)}>How it comes about</Link></p>
        </div>
        <CloseEvidence />
      </header>
      {lines.length === 0
        ? <p className="quiet nothing-here">Nothing stands behind this figure: it is nought.</p>
        : (
          <table className="ledger">
            <caption className="visually-hidden">Behind the figure</caption>
            <thead><tr><th scope="col">When and what</th><th scope="col" className="number">{words.unit}</th></tr></thead>
            <tbody>
              {lines.map((line, index) => (
                <tr key={index}>
                  <td>
                    <Link href={line.number === null ? paths.page(courseId, line.pageId) : paths.entry(courseId, line.pageId, line.number)}>{moment(line.at, zone, now)}</Link>{line.isLate && <Late />}
                    <div>{kindWords[line.kind]} “{line.page}”{line.note ? <span className="quiet">: {line.note}</span> : null}</div>
                  </td>
                  <td className="number">{number(line.amount)}</td>
                </tr>
              ))}
              <tr className="sum"><th scope="row">{figure === "share" ? `Standing, of ${number(evidence.whole)} in ${evidence.groupName}` : figure === "lasting" ? `Standing, of ${number(evidence.whole)} added` : "Sum"}</th><td className="number">{number(sum)}{figure === "share" && evidence.sharePercent !== null ? ` (${percents(evidence.sharePercent)})` : figure === "lasting" ? ` (${percent(evidence.whole > 0 ? sum / evidence.whole : null)})` : ""}</td></tr>
            </tbody>
          </table>
        )}
    </section>
  );
}
