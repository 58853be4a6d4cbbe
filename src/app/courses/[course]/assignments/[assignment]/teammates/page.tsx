import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { fixed } from "@/core/marks/ratio";
import { myRound } from "@/data/marks/rounds";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { percent } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { answer } from "./actions";
import { AnswerForm } from "./_parts/AnswerForm";

export const metadata: Metadata = { title: "What each of us did" };

/** Where a member of a group says what each of them did. */
export default async function TeammatesPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/teammates">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const mine = await myRound(ctx, course, assignment);
  if (!mine) notFound();
  const { round, timeZone: zone, members, answers, ownMean, isOpen } = mine;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, course, assignment)}>
      <div className="desk narrow">
        <div className="title-line">
          <div>
            <h1>What each of you did</h1>
            <p className="quiet">
              {mine.group}, “{mine.assignment}”.{" "}
              {isOpen ? (
                <>
                  Open until {momentAndDistance(round.closesAt, zone, ctx.now)}: you can change your answers
                  until then.
                </>
              ) : (
                <>Closed {momentAndDistance(round.closesAt, zone, ctx.now)}.</>
              )}
            </p>
          </div>
          <LinkButton href={paths.assignment(course, assignment)} variant="outlined">
            The assignment
          </LinkButton>
        </div>
        <p>
          Those who assess read your answers beside the record of the wiki. Your teammates never see them.
          {round.showsMean &&
            " Each of you sees the mean of what was said of them, if at least three answered."}
        </p>
        {ownMean && (
          <p className="notice">
            In the mean your teammates said {percent(Number(fixed(ownMean.mean, 4)))} of the most that they
            could ({ownMean.answers} answered).
          </p>
        )}
        {!isOpen && answers.length === 0 && <p className="notice">You did not answer.</p>}
        {(isOpen || answers.length > 0) && (
          <AnswerForm
            questions={round.questions}
            people={[...members]
              .sort((one, other) => Number(one.id === ctx.viewer.id) - Number(other.id === ctx.viewer.id))
              .map(({ id, name, mark }) => ({ id, name, mark, isMe: id === ctx.viewer.id }))}
            answers={answers}
            isOpen={isOpen}
            store={answer.bind(null, course, assignment)}
          />
        )}
      </div>
    </Frame>
  );
}
