import Link from "next/link";
import type { GroupFindingsDto } from "@/data/review/class-findings";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { findingNames } from "@/ui/words/findings";

/** What was noticed in each group, in a few words; a group with nothing to ask about is not named. Drawn when it is there: the table does not wait for it. */
export async function ClassFindings({ findings, courseId, assignmentId }: { findings: Promise<readonly GroupFindingsDto[]>; courseId: string; assignmentId: string }) {
  const groups = (await findings).filter(({ open }) => open.length > 0);
  const sum = groups.reduce((total, { open }) => total + open.length, 0);
  if (sum === 0) return <p className="quiet">Nothing was noticed that you should look at.</p>;
  return (
    <details className="class-findings" open={groups.length <= 8}>
      <summary>{counted(sum, "finding")} in {counted(groups.length, "group")}</summary>
      <ul>{groups.map(({ wikiId, name, open }) => (
        <li key={wikiId}><Link href={`${paths.reviewGroup(courseId, assignmentId, wikiId)}#found`}>{name}</Link> {open.map(({ key, kind, who }, at) => <span key={key}>{at > 0 && "; "}{findingNames[kind]}{who.length > 0 && <span className="quiet"> ({who.join(", ")})</span>}</span>)}</li>
      ))}</ul>
    </details>
  );
}
