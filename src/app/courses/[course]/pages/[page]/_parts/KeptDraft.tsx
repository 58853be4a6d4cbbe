import type { DraftDto } from "@/data/drafts/dto";
import { LinkButton } from "@/ui/forms/LinkButton";

interface Props {
  readonly draft: DraftDto;
  /** When it was kept, in words. */
  readonly when: string;
  readonly writeHref: string;
  readonly drop: () => Promise<void>;
}

/** What the viewer typed here and did not save, on the page that they may write. */
export function KeptDraft({ when, writeHref, drop }: Props) {
  return (
    <div className="notice waits kept-draft" role="status">
      <span>A draft of yours from {when} is kept. Only you see it.</span>
      <form className="actions" action={drop}>
        <LinkButton href={writeHref} size="small" variant="outlined">
          Go on with it
        </LinkButton>
        <button type="submit" className="button text small">
          Drop it
        </button>
      </form>
    </div>
  );
}
