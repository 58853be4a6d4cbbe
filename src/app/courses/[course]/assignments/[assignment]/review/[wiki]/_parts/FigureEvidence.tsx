import { Link } from "@/ui/frame/Link";
import type { FigureEvidenceDto } from "@/data/review/group";
import { Author } from "@/ui/authors/AuthorMark";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { number } from "@/ui/words/counts";
import { memberFigureWords } from "@/ui/words/figures";
import { moment } from "@/ui/words/times";

interface Props {
  readonly evidence: FigureEvidenceDto;
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
  readonly backHref: string;
}

/** The entries behind one figure; their sum is the figure. */
export function FigureEvidence({ evidence: { figure, member, lines }, courseId, zone, now, backHref }: Props) {
  const { label, about, unit } = memberFigureWords[figure];
  return (
    <section className="paper evidence" aria-label={`${label} of ${member.name}`}>
      <header>
        <div><h2><Author name={member.name} mark={member.mark} />: {label.toLowerCase()}</h2><p className="quiet">{about} <Link href={paths.measures(figure)}>How it comes about</Link></p></div>
        <LinkButton href={backHref} scroll={false} size="small" variant="text" aria-label="Close the evidence">Close</LinkButton>
      </header>
      {lines.length === 0 ? <p className="quiet nothing-here">Nothing stands behind this figure: it is nought.</p> : (
        <table className="ledger">
          <caption className="visually-hidden">Behind the figure</caption>
          <thead><tr><th scope="col">Entry</th><th scope="col" className="number">{unit}</th></tr></thead>
          <tbody>
            {lines.map((line) => <tr key={line.rev}><td><Link href={paths.entry(courseId, line.pageId, line.number)}>{moment(line.at, zone, now)}</Link>{line.by && <span className="quiet"> by <Author name={line.by.name} mark={line.by.mark} /></span>}<div>“{line.page}”{line.note ? <span className="quiet">: {line.note}</span> : null}</div></td><td className="number">{number(line.amount)}</td></tr>)}
            <tr className="sum"><th scope="row">Sum</th><td className="number">{number(lines.reduce((sum, line) => sum + line.amount, 0))}</td></tr>
          </tbody>
        </table>
      )}
    </section>
  );
}
