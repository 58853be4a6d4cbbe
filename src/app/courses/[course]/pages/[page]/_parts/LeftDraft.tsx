"use client";
import dynamic from "next/dynamic";
import Button from "@mui/material/Button";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { DraftDto } from "@/data/drafts/dto";
import { noLinks } from "@/ui/document/reading";
import { moment } from "@/ui/words/times";

// What draws a page, formulas included, is loaded only where a draft is shown: readers do without it.
const DocumentView = dynamic(() => import("@/ui/document/DocumentView").then((module) => module.DocumentView));

interface Props {
  readonly draft: DraftDto;
  readonly zone: string;
  readonly now: Date;
  readonly drop: () => Promise<void>;
}

/** A draft on a page that has closed since: its writer is told what can be done with it. */
export function LeftDraft({ draft, zone, now, drop }: Props) {
  const router = useRouter();
  const [isShown, setShown] = useState(false);
  return (
    <div className="notice waits" style={{ marginBottom: 18 }}>
      <div>
        A draft of yours from {moment(new Date(draft.at), zone, now)} was not saved before writing closed here. Only you see it. It is kept: copy from it, ask your instructor for more time, or say in a comment what it would have changed.
        <div className="actions" style={{ marginTop: 6 }}>
          <Button size="small" variant="outlined" aria-expanded={isShown} onClick={() => setShown(!isShown)}>{isShown ? "Hide the draft" : "Show the draft"}</Button>
          <Button size="small" onClick={() => void drop().then(() => router.refresh())}>Drop it</Button>
        </div>
        {isShown && <div className="paper left-draft"><DocumentView document={draft.document} links={noLinks} /></div>}
      </div>
    </div>
  );
}
