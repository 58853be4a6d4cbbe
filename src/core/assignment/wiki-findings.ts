/**
 * What an instructor may want to ask about a wiki as a whole, beside who did what in it: what hangs loose,
 * what lacks its origin, what was expected and is not there. Facts, as `credit/findings.ts` has them about
 * people's work.
 */
import type { LinkGraph } from "../links/graph";
import { isMet, type Met } from "./expected";

export type WikiFinding =
  | { readonly kind: "unassigned words"; readonly words: number }
  | { readonly kind: "promised pages"; readonly titles: readonly string[]; readonly pages: readonly string[] }
  | { readonly kind: "loose pages"; readonly pages: readonly string[] }
  | { readonly kind: "pictures without origin"; readonly number: number; readonly pages: readonly string[] }
  | { readonly kind: "expected of the wiki"; readonly unmet: number; readonly of: number }
  | {
      readonly kind: "expected of a student";
      readonly member: string;
      readonly unmet: number;
      readonly of: number;
    };

export interface WikiState {
  /** Standing words that guests wrote and nobody was given. */
  readonly unassignedWords: number;
  /** What is asked once the work is nearly due, as it is expected to be done then; null: it is not yet. */
  readonly nearDue: null | {
    readonly graph: Pick<LinkGraph, "promised" | "loose">;
    /** Pictures of which nobody said where they come from, by page. */
    readonly withoutOrigin: ReadonlyMap<string, number>;
    readonly ofWiki: readonly Met[];
    /** What is expected of each member, how far each has met it. */
    readonly ofMembers: ReadonlyMap<string, readonly Met[]>;
  };
}

/** In the order in which they are shown. */
export function wikiFindings({ unassignedWords, nearDue }: WikiState): WikiFinding[] {
  const found: WikiFinding[] = [];
  if (unassignedWords > 0) found.push({ kind: "unassigned words", words: unassignedWords });
  if (!nearDue) return found;
  const {
    graph: { promised, loose },
    withoutOrigin,
    ofWiki,
    ofMembers,
  } = nearDue;
  if (promised.length > 0)
    found.push({
      kind: "promised pages",
      titles: promised.map(({ title }) => title),
      pages: [...new Set(promised.flatMap(({ by }) => by))],
    });
  if (loose.length > 0) found.push({ kind: "loose pages", pages: loose });
  const pictures = [...withoutOrigin.values()].reduce((sum, number) => sum + number, 0);
  if (pictures > 0)
    found.push({
      kind: "pictures without origin",
      number: pictures,
      pages: [...withoutOrigin].flatMap(([page, number]) => (number > 0 ? [page] : [])),
    });
  const unmetOf = (mets: readonly Met[]) => mets.filter((met) => !isMet(met)).length;
  if (unmetOf(ofWiki) > 0)
    found.push({ kind: "expected of the wiki", unmet: unmetOf(ofWiki), of: ofWiki.length });
  for (const [member, mets] of ofMembers)
    if (unmetOf(mets) > 0)
      found.push({ kind: "expected of a student", member, unmet: unmetOf(mets), of: mets.length });
  return found;
}

/** What makes a finding the same one the next time. */
export function wikiFindingKey(finding: WikiFinding): string {
  return finding.kind === "expected of a student" ? `${finding.kind}|${finding.member}` : finding.kind;
}
