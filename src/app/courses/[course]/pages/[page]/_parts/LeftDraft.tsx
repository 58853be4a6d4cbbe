import type { DraftDto } from "@/data/drafts/dto";
import { DocumentView } from "@/ui/document/DocumentView";
import { noLinks } from "@/ui/document/reading";

interface Props {
  readonly draft: DraftDto;
  /** When it was kept, in words. */
  readonly when: string;
  readonly drop: () => Promise<void>;
}

/** A draft on a page that has closed since: its writer is told what can be done with it. */
export function LeftDraft({ draft, when, drop }: Props) {
  return (
    <div className="notice waits" style={{ marginBottom: 18 }}>
      <div>
        A draft of yours from {when} was not saved before writing closed here. Only you see it. It is kept:
        copy from it, ask your instructor for more time, or say in a comment what it would have changed.
        <details className="draft-unfolds">
          <summary>Show the draft</summary>
          <div className="paper left-draft">
            <DocumentView document={draft.document} links={noLinks} />
          </div>
        </details>
        <form action={drop}>
          <button type="submit" className="plain-button">
            Drop it
          </button>
        </form>
      </div>
    </div>
  );
}
