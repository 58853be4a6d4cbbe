"use client";
import dynamic from "next/dynamic";
import Button from "@mui/material/Button";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { paths } from "@/ui/paths";
import { copy, remove, rename, tag } from "../../../wikis/[wiki]/contents/actions";

const RenameDialog = dynamic(() => import("@/ui/contents/RenameDialog").then((module) => module.RenameDialog));

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pageId: string;
  readonly title: string;
  readonly tags: readonly string[];
  readonly mayTag: boolean;
  readonly mayRename: boolean;
  readonly mayRemove: boolean;
  readonly mayCopy: boolean;
}

/** What can be done with a page besides writing it. */
export function PageActs({ courseId, wikiId, pageId, title, tags, mayTag, mayRename, mayRemove, mayCopy }: Props) {
  const router = useRouter();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [isRenaming, setRenaming] = useState(false);
  const [isTagging, setTagging] = useState(false);
  const [isCopying, setCopying] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);

  async function putAway(): Promise<void> {
    setAnchor(null);
    try {
      const answer = await remove(courseId, pageId);
      if (answer.kind === "wrong") setProblem(answer.text);
      // The contents show the bin, from which it comes back.
      else router.push(paths.contents(courseId, wikiId));
    } catch {
      setProblem("The server did not answer. Nothing is known to have changed; try again.");
    }
  }

  return (
    <>
      <Button variant="outlined" aria-haspopup="menu" aria-expanded={anchor !== null} onClick={(event) => setAnchor(event.currentTarget)}>More</Button>
      <Menu anchorEl={anchor} open={anchor !== null} onClose={() => setAnchor(null)}>
        {mayRename && <MenuItem onClick={() => { setAnchor(null); setRenaming(true); }}>Rename the page</MenuItem>}
        {mayTag && <MenuItem onClick={() => { setAnchor(null); setTagging(true); }}>Tag the page</MenuItem>}
        {mayCopy && <MenuItem onClick={() => { setAnchor(null); setCopying(true); }}>Copy it to a new page</MenuItem>}
        <MenuItem onClick={() => { setAnchor(null); setTimeout(() => window.print(), 300); }}>Print</MenuItem>
        {mayRemove && <MenuItem onClick={() => void putAway()}>Remove it, into the bin</MenuItem>}
      </Menu>
      {isRenaming && <RenameDialog heading={`Rename “${title}”`} title={title} button="Rename" close={() => setRenaming(false)} save={async (next) => {
        const answer = await rename(courseId, pageId, next);
        if (answer.kind === "done") router.refresh();
        return answer;
      }} />}
      {isTagging && <RenameDialog heading={`Tags of “${title}”`} title={tags.join(", ")} label="Tags, with commas between them" mayBeEmpty button="Tag it" about="Words by which pages are found together, such as “plants” or “to check”." close={() => setTagging(false)} save={async (words) => {
        const answer = await tag(courseId, pageId, words.split(",").map((each) => each.trim()).filter((each) => each !== ""));
        if (answer.kind === "done") router.refresh();
        return answer;
      }} />}
      {isCopying && <RenameDialog heading={`Copy “${title}”`} title={`${title} (copy)`.slice(0, 200)} button="Copy" about="The words of the copy stay those of who wrote them." close={() => setCopying(false)} save={async (next) => {
        const answer = await copy(courseId, pageId, next);
        if (answer.kind === "done" && answer.href) router.push(answer.href);
        return answer;
      }} />}
      {problem && <p role="alert" className="why notice wrong">{problem}</p>}
    </>
  );
}
