import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findAssignment } from "@/data/assignments/read";
import { findDesk } from "@/data/marks/desk";
import { feedbackOn } from "@/data/review/feedback";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assessTrail } from "@/app/_parts/trail";
import { Feedback } from "../../_parts/Feedback";
import { periodOf } from "../../review/_parts/period";
import { keep, touch } from "./actions";
import { accountView } from "./_parts/account-view";
import { AssessScreen } from "./_parts/AssessScreen";
import { GroupWork } from "./_parts/GroupWork";
import { StudentWork } from "./_parts/StudentWork";

export const metadata: Metadata = { title: "Assess" };

/** One sitting to assess a group and each of its students: the work at the left, the account at the right. */
export default async function AssessPage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/assignments/[assignment]/assess/[wiki]">) {
  const { course, assignment, wiki } = await params;
  const asked = await searchParams;
  const ctx = await signedIn();
  const [desk, found] = await Promise.all([
    findDesk(ctx, course, wiki),
    findAssignment(ctx, course, assignment),
  ]);
  if (!desk || !found || desk.all.place.assignmentId !== assignment) notFound();
  const account = accountView(desk, ctx.viewer.id, ctx.now);
  const person =
    typeof asked.of === "string"
      ? (account.subjects.find(({ personId }) => personId === asked.of)?.personId ?? null)
      : null;
  const period = periodOf(asked, { cutOffAt: found.cutOffAt, now: ctx.now });
  const { timeZone: zone } = desk.all.place;
  const at = desk.wikis.findIndex(({ id }) => id === wiki);
  const to = (index: number) => {
    const other = desk.wikis[index];
    return other ? { name: other.name, href: paths.assess(course, assignment, other.id) } : null;
  };
  const place = { course, assignment, wiki, period, asked, zone, now: ctx.now };
  // What the first assessor told the group says what they think of it.
  const told = account.isBlind ? [] : ((await feedbackOn(ctx, course, wiki, person)) ?? []);
  const subject = account.subjects.find(({ personId }) => personId === person)!;
  const addressees = person
    ? [
        { label: `${subject.name} alone`, wikiId: wiki, personId: person },
        { label: account.group, wikiId: wiki, personId: null },
      ]
    : [{ label: account.group, wikiId: wiki, personId: null }];
  return (
    <Frame ctx={ctx} trail={await assessTrail(ctx, course, assignment, wiki)}>
      <h1 className="visually-hidden">
        Assessing {subject.name}
        {person ? ` in ${account.group}` : ""}
      </h1>
      <AssessScreen
        key={wiki}
        courseId={course}
        account={account}
        personId={person}
        before={to(at - 1)}
        next={to(at + 1)}
        marksHref={paths.marks(course, assignment)}
        criteriaHref={paths.criteria(course, assignment)}
        hrefs={Object.fromEntries(
          account.subjects.map(({ personId }) => [
            personId ?? "",
            paths.assess(course, assignment, wiki, personId ? { of: personId } : {}),
          ]),
        )}
        work={
          person ? (
            <StudentWork ctx={ctx} place={place} person={person} />
          ) : (
            <GroupWork ctx={ctx} place={place} />
          )
        }
        feedback={
          <Feedback
            key={person ?? ""}
            courseId={course}
            assignmentId={assignment}
            told={told}
            viewerId={ctx.viewer.id}
            groupName={account.group}
            to={addressees}
            zone={zone}
            now={ctx.now}
            stock={{
              remarks: account.stock,
              criteria: subject.criteria.map(({ title }) => title),
              keep: keep.bind(null, course, wiki),
              touch: touch.bind(null, course, wiki),
            }}
          />
        }
      />
    </Frame>
  );
}
