"use client";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { RenameDialog } from "@/ui/contents/RenameDialog";
import { paths } from "@/ui/paths";
import { Library } from "@/ui/theme/Library";
import { copy, remove, rename, tag } from "../../../wikis/[wiki]/contents/actions";
import { answerOf, tryAgain } from "@/ui/forms/no-answer";

/** A page, and what the viewer may do with it. */
export interface ActedOn {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  readonly title: string;
  readonly tags: readonly string[];
  readonly mayTag: boolean;
  readonly mayRename: boolean;
  readonly mayRemove: boolean;
  readonly mayCopy: boolean;
  /** Where the newest change can be undone; null: nowhere. */
  readonly undoHref: string | null;
}

interface Props {
  readonly page: ActedOn;
  readonly anchor: HTMLElement;
  readonly close: () => void;
  readonly say: (problem: string) => void;
}

/** The acts on a page, and the dialog of the one that was chosen. */
export default function PageMenu({
  page: { courseId, wikiId, pageId, title, tags, mayTag, mayRename, mayRemove, mayCopy, undoHref },
  anchor,
  close,
  say,
}: Props) {
  const router = useRouter();
  const [asking, setAsking] = useState<"title" | "tags" | "copy" | null>(null);
  const refreshed = <A extends { readonly kind: string }>(answer: A): A => {
    if (answer.kind === "done") router.refresh();
    return answer;
  };

  async function putAway(): Promise<void> {
    close();
    const answer = await answerOf(remove(courseId, pageId));
    if (answer?.kind !== "done") say(answer?.text ?? tryAgain);
    // The contents show the bin, from which it comes back.
    else router.push(paths.contents(courseId, wikiId));
  }

  // Once the menu has gone from the screen, and so from the paper.
  const print = () => {
    close();
    setTimeout(() => window.print(), 300);
  };

  return (
    <Library>
      <Menu anchorEl={anchor} open={asking === null} onClose={close}>
        {mayRename && <MenuItem onClick={() => setAsking("title")}>Rename the page</MenuItem>}
        {mayTag && <MenuItem onClick={() => setAsking("tags")}>Tag the page</MenuItem>}
        {mayCopy && <MenuItem onClick={() => setAsking("copy")}>Copy it to a new page</MenuItem>}
        {undoHref && <MenuItem onClick={() => router.push(undoHref)}>Undo the last change</MenuItem>}
        <MenuItem onClick={print}>Print</MenuItem>
        {mayRemove && <MenuItem onClick={() => void putAway()}>Remove it, into the bin</MenuItem>}
      </Menu>
      {asking === "title" && (
        <RenameDialog
          heading={`Rename “${title}”`}
          title={title}
          button="Rename"
          close={close}
          save={async (next) => refreshed(await rename(courseId, pageId, next))}
        />
      )}
      {asking === "tags" && (
        <RenameDialog
          heading={`Tags of “${title}”`}
          title={tags.join(", ")}
          label="Tags, with commas between them"
          mayBeEmpty
          button="Tag it"
          about="Words by which pages are found together, such as “plants” or “to check”."
          close={close}
          save={async (words) =>
            refreshed(
              await tag(
                courseId,
                pageId,
                words
                  .split(",")
                  .map((each) => each.trim())
                  .filter((each) => each !== ""),
              ),
            )
          }
        />
      )}
      {asking === "copy" && (
        <RenameDialog
          heading={`Copy “${title}”`}
          title={`${title} (copy)`.slice(0, 200)}
          button="Copy"
          about="The words of the copy stay those of who wrote them."
          close={close}
          save={async (next) => {
            const answer = await copy(courseId, pageId, next);
            if (answer.kind === "done" && answer.href) router.push(answer.href);
            return answer;
          }}
        />
      )}
    </Library>
  );
}
