import { Link } from "@/ui/frame/Link";
import { Suspense } from "react";
import type { GroupFindingsDto } from "@/data/review/class-findings";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { findingNames } from "@/ui/words/findings";

interface Props {
  readonly findings: Promise<readonly GroupFindingsDto[]>;
  /** How many groups are looked through. */
  readonly groups: number;
  /** Of how many students something that is expected is not there yet. */
  readonly unmet: number;
  readonly courseId: string;
  readonly assignmentId: string;
}

/** Groups that are looked through so soon that the table can wait for it. */
const few = 8;

/**
 * What was noticed in each group, in a few words; a group with nothing to ask about is not named. It stands
 * above the table and moves it never, since a hand may be about to press there: of few groups it comes with
 * the table, open; of more it comes when it is there, as one line that can be opened, in the place of the
 * line that said it was looked for.
 */
export async function ClassFindings(props: Props) {
  return props.groups <= few ? (
    <Found {...props} />
  ) : (
    <Suspense
      fallback={
        <p className="quiet" role="status">
          Looking through the groups.
        </p>
      }
    >
      <Found {...props} />
    </Suspense>
  );
}

async function Found({ findings, groups: number, unmet, courseId, assignmentId }: Props) {
  const groups = (await findings).filter(({ open }) => open.length > 0);
  const sum = groups.reduce((total, { open }) => total + open.length, 0);
  if (sum === 0)
    return (
      <p className="quiet">
        {unmet === 0
          ? "Nothing was noticed that you should look at."
          : `Nothing was noticed so far. Of ${counted(unmet, "student")} something that is expected is not there yet.`}
      </p>
    );
  return (
    <details className="class-findings" open={number <= few}>
      <summary>
        {counted(sum, "finding")} in {counted(groups.length, "group")}
      </summary>
      <ul>
        {groups.map(({ wikiId, name, open }) => (
          <li key={wikiId}>
            <Link href={`${paths.reviewGroup(courseId, assignmentId, wikiId)}#found`}>{name}</Link>{" "}
            {open.map(({ key, kind, who }, at) => (
              <span key={key}>
                {at > 0 && "; "}
                {findingNames[kind]}
                {who.length > 0 && <span className="quiet"> ({who.join(", ")})</span>}
              </span>
            ))}
          </li>
        ))}
      </ul>
    </details>
  );
}
