"use client";
import { useRouter } from "next/navigation";
import { lazy, Suspense, useState } from "react";
import type { DraftDto } from "@/data/drafts/dto";
import { noLinks } from "@/ui/document/reading";
import { Button } from "@/ui/forms/Button";

// What draws a page, formulas included, is loaded only where a draft is shown: readers do without it.
const DocumentView = lazy(() => import("@/ui/document/DocumentView").then(({ DocumentView: component }) => ({ default: component })));

interface Props {
  readonly draft: DraftDto;
  /** When it was kept, in words. */
  readonly when: string;
  readonly drop: () => Promise<void>;
}

/** A draft on a page that has closed since: its writer is told what can be done with it. */
export function LeftDraft({ draft, when, drop }: Props) {
  const router = useRouter();
  const [isShown, setShown] = useState(false);
  return (
    <div className="notice waits" style={{ marginBottom: 18 }}>
      <div>
        A draft of yours from {when} was not saved before writing closed here. Only you see it. It is kept: copy from it, ask your instructor for more time, or say in a comment what it would have changed.
        <div className="actions" style={{ marginTop: 6 }}>
          <Button size="small" variant="outlined" aria-expanded={isShown} onClick={() => setShown(!isShown)}>{isShown ? "Hide the draft" : "Show the draft"}</Button>
          <Button size="small" onClick={() => void drop().then(() => router.refresh())}>Drop it</Button>
        </div>
        {isShown && <div className="paper left-draft"><Suspense><DocumentView document={draft.document} links={noLinks} /></Suspense></div>}
      </div>
    </div>
  );
}
