"use client";
import { type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import { noAnswer } from "../forms/no-answer";

interface Props {
  /** Where the rows that follow begin. */
  readonly next: number;
  readonly columns: number;
  /** The address at which the table begins there: for who has no script. */
  readonly hrefBase: string;
  readonly load: (before: number) => Promise<{ readonly rows: ReactNode; readonly next: number | null }>;
}

/** The rows that follow, fetched as the reader comes near them. */
export function EarlierRows({ next: first, columns, hrefBase, load }: Props) {
  const [loaded, setLoaded] = useState<readonly ReactNode[]>([]);
  const [next, setNext] = useState<number | null>(first);
  const [state, setState] = useState<"ready" | "busy" | "failed">("ready");
  const end = useRef<HTMLTableSectionElement>(null);
  const more = useCallback(
    async (before: number) => {
      setState("busy");
      try {
        const came = await load(before);
        setLoaded((rows) => [...rows, came.rows]);
        setNext(came.next);
        setState("ready");
      } catch {
        setState("failed");
      }
    },
    [load],
  );
  useEffect(() => {
    if (next === null || state !== "ready" || !end.current) return;
    const observer = new IntersectionObserver(
      (seen) => {
        if (seen.some(({ isIntersecting }) => isIntersecting)) void more(next);
      },
      { rootMargin: "600px" },
    );
    observer.observe(end.current);
    return () => observer.disconnect();
  }, [next, state, more]);
  return (
    <>
      {loaded}
      {next !== null && (
        <tbody ref={end}>
          <tr>
            <td colSpan={columns} className="earlier">
              <a
                href={`${hrefBase}${next}`}
                onClick={(event) => {
                  event.preventDefault();
                  if (state !== "busy") void more(next);
                }}
              >
                {state === "busy"
                  ? "Fetching earlier entries"
                  : state === "failed"
                    ? noAnswer("Try again")
                    : "Earlier entries"}
              </a>
            </td>
          </tr>
        </tbody>
      )}
    </>
  );
}
