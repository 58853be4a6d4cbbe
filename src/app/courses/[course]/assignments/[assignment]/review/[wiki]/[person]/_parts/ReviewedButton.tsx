"use client";
import type { MarkDto } from "@/data/review/marks";
import { Button } from "@/ui/forms/Button";
import { useAct } from "@/ui/forms/useAct";
import { distance } from "@/ui/words/times";
import { mark } from "../../../actions";

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly personId: string;
  readonly mine: MarkDto | null;
  readonly others: readonly MarkDto[];
  readonly zone: string;
  readonly now: Date;
}

/** That one has looked at this work as it is now. What comes later is counted as new. */
export function ReviewedButton({ courseId, wikiId, personId, mine, others, zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      {mine ? (
        <Button
          variant="outlined"
          disabled={isBusy}
          onClick={() => void act(() => mark(courseId, wikiId, personId, false))}
        >
          Looked at {distance(mine.at, zone, now)}; take back
        </Button>
      ) : (
        <Button
          variant="contained"
          disabled={isBusy}
          onClick={() => void act(() => mark(courseId, wikiId, personId, true))}
        >
          I have looked at this
        </Button>
      )}
      {others.length > 0 && (
        <span className="quiet">
          {others.map(({ by, at }) => `${by}, ${distance(at, zone, now)}`).join("; ")}
        </span>
      )}
      {said?.kind === "wrong" && (
        <span role="alert" className="field-problem">
          {said.text}
        </span>
      )}
    </>
  );
}
