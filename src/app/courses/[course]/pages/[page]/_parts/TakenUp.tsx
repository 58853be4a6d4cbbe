"use client";
import { useState, useTransition } from "react";
import type { Commented } from "@/data/comments/dto";
import { Link } from "@/ui/frame/Link";
import { Button } from "@/ui/forms/Button";

interface Props {
  readonly author: string;
  readonly takenUp: { readonly number: number; readonly by: string } | null;
  readonly proposed: number | null;
  /** The newest entry of the page. */
  readonly newest: number;
  readonly mayMark: boolean;
  /** The address of an entry, with {number} in the place of its number. */
  readonly entryHref: string;
  readonly take: (number: number | null) => Promise<Commented>;
}

/** That an entry took a comment up: said by people, proposed where what was spoken of changed. */
export function TakenUp({ author, takenUp, proposed, newest, mayMark, entryHref, take }: Props) {
  const [isBusy, startTransition] = useTransition();
  const [isChoosing, setChoosing] = useState(false);
  const [problem, setProblem] = useState(false);
  const act = (number: number | null) => startTransition(async () => {
    const answer = await take(number).catch(() => null);
    setProblem(answer?.kind !== "commented");
    setChoosing(false);
  });
  const entry = (number: number) => <Link href={entryHref.replace("{number}", String(number))}>entry {number}</Link>;
  return (
    <>
      {takenUp && <p className="quiet taken-up">Taken up in {entry(takenUp.number)}, says {takenUp.by}. {mayMark && <button type="button" className="plain-button" disabled={isBusy} onClick={() => act(null)} aria-label={`The comment of ${author} was not taken up`}>It was not</button>}</p>}
      {!takenUp && proposed !== null && <p className="quiet taken-up">What this is about changed in {entry(proposed)}. {mayMark && <button type="button" className="plain-button" disabled={isBusy} onClick={() => act(proposed)} aria-label={`The comment of ${author} was taken up in entry ${proposed}`}>It took this up</button>}</p>}
      {!takenUp && mayMark && newest > 1 && (isChoosing
        ? (
          <form className="taken-up" onSubmit={(event) => { event.preventDefault(); act(Number(new FormData(event.currentTarget).get("number"))); }}>
            <label>Taken up in entry <input type="number" name="number" className="plain-select" min={1} max={newest} defaultValue={proposed ?? newest} required style={{ width: 80 }} /></label> <Button type="submit" size="small" disabled={isBusy}>Say so</Button><Button size="small" onClick={() => setChoosing(false)}>Cancel</Button>
          </form>
        )
        : <Button size="small" onClick={() => setChoosing(true)} aria-label={`The comment of ${author} was taken up`}>Taken up</Button>)}
      {problem && <span className="field-problem" role="alert">That did not go through: an entry takes up what was said before it.</span>}
    </>
  );
}
