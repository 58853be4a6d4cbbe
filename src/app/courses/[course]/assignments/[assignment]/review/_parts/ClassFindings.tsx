import Link from "next/link";
import { findingsOf } from "@/data/review/findings";
import { allTime, loadWork } from "@/data/review/work";
import type { Context } from "@/data/session/context";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { findingNames } from "@/ui/words/findings";

/** Wikis whose findings are looked for at the same time. */
const atOnce = 4;

/** What was noticed in each group, in a few words; a group with nothing to ask about is not named. Drawn when it is there: the table does not wait for it. */
export async function ClassFindings({ ctx, courseId, assignmentId, wikis }: { ctx: Context; courseId: string; assignmentId: string; wikis: readonly { readonly wikiId: string; readonly name: string }[] }) {
  const found: { wikiId: string; name: string; lines: { key: string; name: string; who: string[] }[] }[] = [];
  for (let at = 0; at < wikis.length; at += atOnce) {
    found.push(...await Promise.all(wikis.slice(at, at + atOnce).map(async ({ wikiId, name }) => {
      const loaded = await loadWork(ctx, courseId, wikiId, allTime, "reviewers");
      if (!loaded) return { wikiId, name, lines: [] };
      const nameOf = (id: string) => loaded.members.find((member) => member.id === id)?.name ?? "somebody";
      const open = (await findingsOf(ctx, loaded)).filter(({ dismissed }) => !dismissed);
      return { wikiId, name, lines: open.map(({ key, finding }) => ({ key, name: findingNames[finding.kind], who: ("members" in finding ? finding.members : [finding.member]).map(nameOf) })) };
    })));
  }
  const groups = found.filter(({ lines }) => lines.length > 0);
  const sum = groups.reduce((total, { lines }) => total + lines.length, 0);
  if (sum === 0) return <p className="quiet">Nothing was noticed that you should look at.</p>;
  return (
    <details className="class-findings" open={groups.length <= 8}>
      <summary>{counted(sum, "finding")} in {counted(groups.length, "group")}</summary>
      <ul>{groups.map(({ wikiId, name, lines }) => (
        <li key={wikiId}><Link href={`${paths.reviewGroup(courseId, assignmentId, wikiId)}#found`}>{name}</Link> {lines.map(({ key, name: what, who }, at) => <span key={key}>{at > 0 && "; "}{what} <span className="quiet">({who.join(", ")})</span></span>)}</li>
      ))}</ul>
    </details>
  );
}
