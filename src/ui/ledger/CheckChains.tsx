"use client";
import { Link } from "@/ui/frame/Link";
import { useState } from "react";
import type { CheckedDto } from "@/data/ledger/dto";
import { Button } from "../forms/Button";
import { paths } from "../paths";
import { counted } from "../words/counts";
import { noAnswer } from "../forms/no-answer";

interface Props {
  readonly courseId: string;
  readonly wikis: readonly { readonly id: string; readonly name: string }[];
  readonly check: (wikiId: string) => Promise<CheckedDto | null>;
}

interface Progress {
  readonly done: number;
  readonly entries: number;
  readonly pages: number;
  readonly faults: readonly (CheckedDto["faults"][number] & { readonly wiki: string })[];
  readonly state: "busy" | "done" | "stopped" | "failed";
}

/**
 * Checks whether an entry was changed, taken out or put elsewhere in the database: wiki by wiki, from each
 * entry's hash over the ones before.
 */
export function CheckChains({ courseId, wikis, check }: Props) {
  const [told, setTold] = useState<Progress | null>(null);
  const [stop, setStop] = useState<AbortController | null>(null);
  const start = async () => {
    const control = new AbortController();
    setStop(control);
    let progress: Progress = { done: 0, entries: 0, pages: 0, faults: [], state: "busy" };
    setTold(progress);
    for (const { id, name } of wikis) {
      if (control.signal.aborted) break;
      const checked = await check(id).catch(() => null);
      if (!checked) return setTold({ ...progress, state: "failed" });
      progress = {
        ...progress,
        done: progress.done + 1,
        entries: progress.entries + checked.entries,
        pages: progress.pages + checked.pages,
        faults: [...progress.faults, ...checked.faults.map((fault) => ({ ...fault, wiki: name }))],
      };
      setTold(progress);
    }
    setTold({ ...progress, state: control.signal.aborted ? "stopped" : "done" });
  };
  const isBusy = told?.state === "busy";
  return (
    <div className="check-chains">
      <Button size="small" variant="outlined" onClick={() => (isBusy ? stop?.abort() : void start())}>
        {isBusy ? "Stop" : "Check the chain of entries"}
      </Button>
      <span role="status">{told && <Words told={told} wikis={wikis.length} />}</span>
      {told && told.faults.length > 0 && (
        <ul role="alert">
          {told.faults.map(({ pageId, page, fault, wiki }) => (
            <li key={pageId}>
              {wikis.length > 1 && `${wiki}: `}
              <Link href={paths.ledger(courseId, pageId)}>{page}</Link>: entry {fault.number}{" "}
              {fault.kind === "missing"
                ? "is missing"
                : "is not as it was saved, or stands elsewhere than it did"}
              .
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

function Words({ told: { state, done, entries, pages, faults }, wikis }: { told: Progress; wikis: number }) {
  const checked = `${counted(entries, "entry", "entries")} on ${counted(pages, "page")}`;
  switch (state) {
    case "busy":
      return <>Checking{wikis > 1 ? `, ${done} of ${counted(wikis, "wiki")}` : ""}</>;
    case "failed":
      return <>{noAnswer(`${checked} had been checked.`)}</>;
    case "stopped":
      return <>Stopped. {checked} had been checked.</>;
    case "done":
      return (
        <>
          {faults.length === 0
            ? `All fit: ${checked}, each as it was saved.`
            : `${counted(faults.length, "page")} of ${pages} do${faults.length === 1 ? "es" : ""} not fit.`}
        </>
      );
    default:
      return state satisfies never;
  }
}
