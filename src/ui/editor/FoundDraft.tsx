"use client";
import { useState } from "react";
import { DocumentView, noLinks } from "../document/DocumentView";
import type { DraftDto } from "@/data/drafts/dto";
import { Button } from "../forms/Button";
import { momentHere } from "../words/times-here";

interface Props {
  readonly draft: DraftDto;
  /** Who has saved the page since the draft was begun, as a sentence; null: nobody. */
  readonly since: string | null;
  readonly onTake: () => void;
  readonly onDrop: () => void;
}

/**
 * Offers a draft that was left behind. One that is older than the page can be looked at first: whoever goes
 * on with it writes on top of the entry that it was begun from, and what others saved since is put together
 * with it when it is saved.
 */
export function FoundDraft({ draft, since, onTake, onDrop }: Props) {
  const [isShown, setShown] = useState(false);
  return (
    <div className="notice waits" role="status">
      <div>
        A draft of yours from {momentHere(draft.at)} is kept.{since && ` ${since}`}
        <div className="actions" style={{ marginTop: 6 }}>
          <Button size="small" variant="outlined" onClick={onTake}>
            Go on with it
          </Button>
          {since && (
            <Button size="small" aria-expanded={isShown} onClick={() => setShown(!isShown)}>
              {isShown ? "Hide the draft" : "Show the draft"}
            </Button>
          )}
          <Button size="small" onClick={onDrop}>
            Drop it
          </Button>
        </div>
        {isShown && (
          <div className="paper left-draft">
            <DocumentView document={draft.document} links={noLinks} />
          </div>
        )}
      </div>
    </div>
  );
}
