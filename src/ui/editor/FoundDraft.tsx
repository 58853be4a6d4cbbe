"use client";
import Button from "@mui/material/Button";
import { useState } from "react";
import { DocumentView, noLinks } from "../document/DocumentView";
import type { DraftDto } from "@/data/drafts/dto";

interface Props {
  readonly draft: DraftDto;
  /** Whether the page has been saved since the draft was begun. */
  readonly isOld: boolean;
  readonly onTake: () => void;
  readonly onDrop: () => void;
}

/**
 * Offers a draft that was left behind. One that is older than the page is only shown, to be copied from: to go on
 * with it as it is would undo what others saved since.
 */
export function FoundDraft({ draft, isOld, onTake, onDrop }: Props) {
  const [isShown, setShown] = useState(false);
  const at = new Date(draft.at).toLocaleString("en-GB", { weekday: "short", day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" });
  return (
    <div className="notice waits" role="status">
      <div>
        A draft of yours from {at} is kept.{isOld && " The page has been saved by others since then, so the draft is shown for you to copy from."}
        <div className="actions" style={{ marginTop: 6 }}>
          {isOld
            ? <Button size="small" variant="outlined" aria-expanded={isShown} onClick={() => setShown(!isShown)}>{isShown ? "Hide the draft" : "Show the draft"}</Button>
            : <Button size="small" variant="outlined" onClick={onTake}>Go on with it</Button>}
          <Button size="small" onClick={onDrop}>Drop it</Button>
        </div>
        {isShown && <div className="paper left-draft"><DocumentView document={draft.document} links={noLinks} /></div>}
      </div>
    </div>
  );
}
