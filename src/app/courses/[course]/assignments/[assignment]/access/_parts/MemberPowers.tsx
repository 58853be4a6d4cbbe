"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { type Power, powers } from "@/core/access/rule";
import { Button } from "@/ui/forms/Button";
import { powerNotes, powerWords } from "@/ui/words/access";
import { type Changed, setPowers } from "../actions";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

/** What members may do apart from writing, in all wikis of the assignment. */
export function MemberPowers({
  courseId,
  assignmentId,
  given,
}: {
  courseId: string;
  assignmentId: string;
  given: readonly Power[];
}) {
  const router = useRouter();
  const [chosen, setChosen] = useState<ReadonlySet<Power>>(new Set(given));
  const [said, setSaid] = useState<Changed | null>(null);
  const [isBusy, setBusy] = useState(false);
  const isChanged = chosen.size !== given.length || given.some((power) => !chosen.has(power));

  async function apply(): Promise<void> {
    setBusy(true);
    const answer = await answerOf(setPowers(courseId, assignmentId, [...chosen]));
    setSaid(answer ?? { kind: "wrong", text: seeWhatHolds });
    if (answer?.kind === "done") router.refresh();
    setBusy(false);
  }

  return (
    <section className="section" aria-labelledby="member-powers">
      <h2 id="member-powers">Besides writing, members may</h2>
      <p className="quiet" style={{ marginBottom: 10 }}>
        In every wiki of the assignment, wherever they may write (settling comments: wherever they may
        comment). What is not ticked, only instructors do.
      </p>
      <div className="choices">
        {powers.map((power) => (
          <label className="choice" key={power}>
            <input
              type="checkbox"
              checked={chosen.has(power)}
              onChange={(event) => {
                setSaid(null);
                setChosen(
                  new Set(
                    event.target.checked ? [...chosen, power] : [...chosen].filter((each) => each !== power),
                  ),
                );
              }}
            />
            <span>
              {powerWords[power]}
              <small>{powerNotes[power]}</small>
            </span>
          </label>
        ))}
      </div>
      <div className="actions" style={{ marginTop: 10 }}>
        <Button variant="outlined" disabled={!isChanged || isBusy} onClick={() => void apply()}>
          Set for all wikis
        </Button>
      </div>
      <div role="status">{said && <p className={`notice ${said.kind}`}>{said.text}</p>}</div>
    </section>
  );
}
