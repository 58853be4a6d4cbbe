import { notFound } from "next/navigation";
import type { ReactNode } from "react";
import { askedFilter, ledgerAuthors, ledgerLines, type LedgerScope } from "@/data/ledger/list";
import type { WikiDto } from "@/data/pages/dto";
import type { Context } from "@/data/session/context";
import { CheckChains } from "@/ui/ledger/CheckChains";
import { LedgerFilter } from "@/ui/ledger/LedgerFilter";
import { LedgerTable } from "@/ui/ledger/LedgerTable";
import { checkWiki, earlierLines } from "./ledger-actions";
import { filterOf, lookOf } from "./ledger-look";

/** More than any ledger has; the database counts no further. */
const mostEntries = 2_000_000_000;

interface Props {
  readonly ctx: Context;
  readonly wiki: WikiDto;
  readonly scope: LedgerScope;
  readonly title: string;
  /** The ways from here. */
  readonly ways: ReactNode;
  readonly href: string;
  readonly searched: Readonly<Record<string, string | string[] | undefined>>;
}

/** A ledger with its filter: of one page, or of a whole wiki. */
export async function LedgerDesk({ ctx, wiki, scope, title, ways, href, searched }: Props) {
  const asked = askedFilter.parse(
    Object.fromEntries(
      Object.entries(searched).filter(([, value]) => typeof value === "string" && value !== ""),
    ),
  );
  const before = Number(searched.before);
  const { courseId } = wiki;
  const [shown, authors] = await Promise.all([
    ledgerLines(
      ctx,
      courseId,
      scope,
      filterOf(asked, wiki.timeZone),
      Number.isInteger(before) && before > 0 && before <= mostEntries ? before : null,
    ),
    ledgerAuthors(ctx, courseId, scope),
  ]);
  if (!shown) notFound();
  const given = Object.entries(asked).flatMap(([name, value]) =>
    value ? [[name, value] as [string, string]] : [],
  );
  return (
    <div className="desk">
      <div className="title-line">
        <div>
          <h1>{title}</h1>
          <p className="quiet">Newest first. Moved and restyled words are neither in nor out.</p>
        </div>
        <div className="actions">{ways}</div>
      </div>
      <LedgerFilter asked={asked} authors={authors} href={href} />
      <LedgerTable
        caption={title}
        shown={shown}
        look={lookOf(wiki, scope.kind === "wiki", ctx.now)}
        isFiltered={given.length > 0}
        hrefBase={`${href}?${new URLSearchParams([...given, ["before", ""]])}`}
        load={earlierLines.bind(null, courseId, scope.kind, scope.id, asked)}
      />
      <CheckChains
        courseId={courseId}
        wikis={[{ id: wiki.wikiId, name: wiki.name }]}
        check={checkWiki.bind(null, courseId)}
      />
    </div>
  );
}
