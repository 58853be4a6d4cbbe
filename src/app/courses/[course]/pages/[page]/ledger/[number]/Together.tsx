"use client";
import type { CoWriterDto } from "@/data/ledger/dto";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { listed } from "@/ui/words/counts";

interface Props {
  readonly line: { readonly author: string | null; readonly coWriters: readonly CoWriterDto[] };
  readonly viewerId: string;
  readonly answer: (
    isConfirmed: boolean,
  ) => Promise<{ readonly kind: "done" } | { readonly kind: "wrong"; readonly text: string }>;
}

/** Who wrote an entry together, and the question to whom it is about. Nothing where nobody was named. */
export function Together({ line: { author, coWriters }, viewerId, answer }: Props) {
  const { act, said, isBusy } = useAct();
  if (coWriters.length === 0) return null;
  const named = (isConfirmed: boolean | null) =>
    coWriters.filter((each) => each.isConfirmed === isConfirmed).map(({ name }) => name);
  const [confirmed, open, declined] = [named(true), named(null), named(false)];
  const mine = coWriters.find(({ id }) => id === viewerId);
  return (
    <section className={`notice ${mine?.isConfirmed === null ? "waits" : ""}`} aria-label="Written together">
      <div>
        {confirmed.length > 0 && (
          <p>
            Written together with {listed(confirmed)}: its words count for{" "}
            {confirmed.length === 1 ? "both" : "all of them"} in equal parts.
          </p>
        )}
        {open.length > 0 && (
          <p>
            {author} says that {listed(open)} wrote this too. It counts once confirmed.
          </p>
        )}
        {declined.length > 0 && <p>{listed(declined)} declined to have written it.</p>}
        <Said said={said} />
      </div>
      {mine && (
        <div className="actions">
          {mine.isConfirmed !== true && (
            <Button variant="contained" disabled={isBusy} onClick={() => void act(() => answer(true))}>
              I wrote it too
            </Button>
          )}
          {mine.isConfirmed !== false && (
            <Button disabled={isBusy} onClick={() => void act(() => answer(false))}>
              I did not
            </Button>
          )}
        </div>
      )}
    </section>
  );
}
