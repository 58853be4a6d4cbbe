"use client";
import type { BinnedDto } from "@/data/bin/dto";
import { Said } from "../forms/Said";
import { useAct } from "../forms/useAct";
import { day, distance } from "../words/times";

interface Props {
  readonly binned: readonly BinnedDto[];
  readonly zone: string;
  readonly now: Date;
  readonly bringBack: (
    courseId: string,
    id: string,
  ) => Promise<
    | { readonly kind: "done"; readonly text?: string; readonly href?: string }
    | { readonly kind: "wrong"; readonly text: string }
  >;
}

/** What is in the bin, up to when, and the way back. */
export function BinList({ binned, zone, now, bringBack }: Props) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      <ul className="contents-list">
        {binned.map(({ id, kind, courseId, name, by, at, until }) => (
          <li key={id}>
            <span className="line-title">
              <strong>{name}</strong>{" "}
              <small className="quiet">
                {kind}, removed by {by} {distance(at, zone, now)}; erased on {day(until, zone)}
              </small>
            </span>
            <button
              type="button"
              className="plain-button"
              disabled={isBusy}
              aria-label={`Restore ${name}`}
              onClick={() => void act(() => bringBack(courseId, id))}
            >
              Restore
            </button>
          </li>
        ))}
      </ul>
      <Said said={said} />
    </>
  );
}
