import type { ReactNode } from "react";
import { LinkButton } from "@/ui/forms/LinkButton";
import { DropDraft } from "./DropDraft";

interface Props {
  /** What is kept, and since when. */
  readonly children: ReactNode;
  readonly writeHref: string;
  /** What drafts there are named by on this device. */
  readonly draftKey: string;
  readonly drop: () => Promise<void>;
}

/** What the viewer typed and did not save, with the ways to go on with it and to drop it. */
export function KeptDraft({ children, writeHref, draftKey, drop }: Props) {
  return (
    <div className="notice waits kept-draft" role="status">
      <span>{children} Only you see it.</span>
      <div className="actions">
        <LinkButton href={writeHref} size="small" variant="outlined">
          Go on with it
        </LinkButton>
        <DropDraft draftKey={draftKey} drop={drop} />
      </div>
    </div>
  );
}
