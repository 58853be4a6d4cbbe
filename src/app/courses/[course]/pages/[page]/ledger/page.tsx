import type { Metadata } from "next";
import Link from "next/link";
import { notFound } from "next/navigation";
import { ledgerPage, pageLedger, type LedgerLineDto } from "@/data/ledger/read";
import { findPage } from "@/data/pages/read";
import { Late } from "@/ui/ledger/Late";
import { Author } from "@/ui/authors/AuthorMark";
import { LinkButton } from "@/ui/frame/NextLink";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { paths } from "@/ui/paths";
import { counted, listed, number } from "@/ui/words/counts";
import { entryKindWords } from "@/ui/words/entries";
import { distance, moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";

export const metadata: Metadata = { title: "Page ledger" };

/** A page's entries as an account: what came in, what went out, what stands after it. */
export default async function LedgerPage({ params, searchParams }: PageProps<"/courses/[course]/pages/[page]/ledger">) {
  const { course, page: pageId } = await params;
  const asked = Number((await searchParams).before);
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  const lines = page && (await pageLedger(ctx, course, pageId, Number.isInteger(asked) && asked > 0 ? asked : null));
  if (!page || !lines) notFound();
  const { wiki } = page;
  const last = lines.at(-1);
  const line = (each: LedgerLineDto) => {
    const member = wiki.members.find((one) => one.id === each.authorId);
    return (
      <tr key={each.number}>
        <td className="number quiet">{each.number}</td>
        <td><Link href={paths.entry(course, pageId, each.number)}><time dateTime={each.at.toISOString()}>{moment(each.at, wiki.timeZone, ctx.now)}</time></Link><div className="quiet">{distance(each.at, wiki.timeZone, ctx.now)}{each.isLate && <Late />}</div></td>
        <td>{each.author ? <><Author name={each.author} mark={member?.mark ?? null} />{withWords(each.coWriters)}</> : <span className="quiet">Starter text</span>}</td>
        <td className="note">{entryKindWords(each)}{each.note && each.kind === "wrote" ? `: ${each.note}` : ""}{each.pasted > 0 && <small className="quiet"> {counted(each.pasted, "word")} came by pasting</small>}</td>
        <td className="number came">{each.figures.wordsIn > 0 ? `+${number(each.figures.wordsIn)}` : <span className="nothing">–</span>}</td>
        <td className="number went">{each.figures.wordsOut > 0 ? `−${number(each.figures.wordsOut)}` : <span className="nothing">–</span>}</td>
        <td className="number">{number(each.figures.wordsAfter)}</td>
      </tr>
    );
  };
  return (
    <Frame ctx={ctx} trail={await pageTrail(ctx, wiki, pageId)}>
      <div className="desk">
        <div className="title-line">
          <div><h1>Ledger of “{page.title}”</h1><p className="quiet">Newest first. Moved and restyled words are neither in nor out.</p></div>
          <div className="actions"><LinkButton href={paths.compare(course, pageId)} variant="text">Compare two states</LinkButton><LinkButton href={paths.who(course, pageId)} variant="text">Who wrote what</LinkButton><LinkButton href={paths.page(course, pageId)} variant="outlined">Back to the page</LinkButton></div>
        </div>
        <div className="scroll-x">
          <table className="ledger">
            <caption className="visually-hidden">Entries of {page.title}</caption>
            <thead><tr><th scope="col" className="number">No.</th><th scope="col">Date</th><th scope="col">Author</th><th scope="col">Note</th><th scope="col" className="number"><FigureLabel figure="wordsIn">Words in</FigureLabel></th><th scope="col" className="number"><FigureLabel figure="wordsOut">Words out</FigureLabel></th><th scope="col" className="number"><FigureLabel figure="wordsAfter">On the page</FigureLabel></th></tr></thead>
            <tbody>{lines.map(line)}</tbody>
          </table>
        </div>
        {lines.length === ledgerPage && last && last.number > 1 && <p style={{ marginTop: 14 }}><Link href={`${paths.ledger(course, pageId)}?before=${last.number}`}>Earlier entries</Link></p>}
      </div>
    </Frame>
  );
}

/** With whom it was written, as far as they confirmed it. */
function withWords(coWriters: LedgerLineDto["coWriters"]): React.ReactNode {
  const confirmed = coWriters.filter(({ isConfirmed }) => isConfirmed).map(({ name }) => name);
  return confirmed.length > 0 && <small className="quiet" style={{ display: "block" }}>with {listed(confirmed)}</small>;
}
