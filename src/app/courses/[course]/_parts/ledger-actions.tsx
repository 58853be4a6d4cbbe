"use server";
import { id } from "@/core/text/id";
import * as z from "zod";
import type { AskedFilter, CheckedDto } from "@/data/ledger/dto";
import { askedFilter, ledgerLines } from "@/data/ledger/list";
import { verifyWiki } from "@/data/ledger/verify";
import { findPage, findWiki } from "@/data/pages/read";
import { LedgerRows } from "@/ui/ledger/LedgerRows";
import { signedIn } from "@/app/_parts/context";
import { filterOf, lookOf } from "./ledger-look";

/** The lines of a ledger that follow, drawn. */
export async function earlierLines(
  courseId: string,
  kind: "page" | "wiki",
  place: string,
  asked: AskedFilter,
  before: number,
): Promise<{ rows: React.ReactNode; next: number | null }> {
  const given = z
    .object({
      courseId: id,
      kind: z.enum(["page", "wiki"]),
      place: id,
      asked: askedFilter,
      before: z.int().min(1).max(2_000_000_000),
    })
    .parse({ courseId, kind, place, asked, before });
  const ctx = await signedIn();
  const wiki =
    given.kind === "page"
      ? (await findPage(ctx, given.courseId, given.place))?.wiki
      : await findWiki(ctx, given.courseId, given.place);
  const shown =
    wiki &&
    (await ledgerLines(
      ctx,
      given.courseId,
      { kind: given.kind, id: given.place },
      filterOf(given.asked, wiki.timeZone),
      given.before,
    ));
  if (!shown) return { rows: null, next: null };
  return {
    rows: <LedgerRows lines={shown.lines} look={lookOf(wiki, given.kind === "wiki", ctx.now)} />,
    next: shown.next,
  };
}

/** Checks the chains of a wiki's pages; null if there is none such for the viewer. */
export async function checkWiki(courseId: string, wikiId: string): Promise<CheckedDto | null> {
  return verifyWiki(await signedIn(), id.parse(courseId), id.parse(wikiId));
}
