/**
 * What one member of a group did with another's words, act by act: what a cell of "who built on whom" opens.
 */
import "server-only";
import { builtOnActs, type BuiltOnKind } from "@/core/credit/built-on";
import { plainRemark } from "@/core/text/remark";
import type { MemberDto } from "../pages/dto";
import type { ContextIn } from "../session/context";
import type { Period } from "./period";
import { loadWork } from "./work";

export interface BuiltOnLineDto {
  readonly kind: BuiltOnKind;
  readonly at: Date;
  readonly pageId: string;
  readonly page: string;
  /** The entry; null for what was said. */
  readonly number: number | null;
  readonly note: string;
  readonly amount: number;
  readonly lasts: number | null;
}

export interface BuiltOnDto {
  readonly by: MemberDto;
  readonly on: MemberDto;
  readonly lines: readonly BuiltOnLineDto[];
}

/** Oldest first; null for people who may not review the wiki, and where one of the two is no member. */
export async function findBuiltOn(
  ctx: ContextIn,
  courseId: string,
  wikiId: string,
  byId: string,
  onId: string,
  period: Period,
): Promise<BuiltOnDto | null> {
  const loaded = await loadWork(ctx, courseId, wikiId, period, "reviewers");
  const [by, on] = [byId, onId].map((id) => loaded?.members.find((member) => member.id === id));
  if (!loaded || !by || !on) return null;
  const { work, refs, pages, remarks } = loaded;
  const titleOf = (id: string) => pages.get(id)?.title ?? "";
  const lines = builtOnActs(work)
    .filter((act) => act.by === byId && act.on === onId)
    .map(({ kind, entry, remark, amount, lasts }): BuiltOnLineDto => {
      if (entry !== null) {
        const { pageId, at, number, note } = refs.get(entry)!;
        return { kind, at, pageId, page: titleOf(pageId), number, note, amount, lasts };
      }
      const said = work.remarks.find(({ id }) => id === remark)!;
      return {
        kind,
        at: new Date(said.at),
        pageId: said.page,
        page: titleOf(said.page),
        number: null,
        note: plainRemark(remarks.get(said.id)?.body ?? ""),
        amount,
        lasts,
      };
    });
  return { by, on, lines: lines.sort((one, other) => one.at.getTime() - other.at.getTime()) };
}
