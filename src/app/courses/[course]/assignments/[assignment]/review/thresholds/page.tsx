import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findThresholds } from "@/data/review/thresholds";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { reviewOfClassTrail } from "@/app/_parts/trail";
import { setFrom } from "../actions";
import { ThresholdForm } from "./_parts/ThresholdForm";

export const metadata: Metadata = { title: "When to ask" };

/** From when on something is asked about, with what that would find shown while it is moved. */
export default async function ThresholdsPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/review/thresholds">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const found = await findThresholds(ctx, course, assignment);
  if (!found) notFound();
  return (
    <Frame ctx={ctx} trail={await reviewOfClassTrail(ctx, course, assignment)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>When to ask, in “{found.title}”</h1>
            <p className="quiet">
              A finding is a question to look at, never a verdict. Students see nothing of it. What you
              dismissed stays dismissed.
            </p>
          </div>
        </div>
        <ThresholdForm
          found={found}
          backHref={paths.review(course, assignment)}
          save={setFrom.bind(null, course, assignment)}
        />
      </div>
    </Frame>
  );
}
