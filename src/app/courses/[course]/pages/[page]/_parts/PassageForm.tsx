"use client";
import { type RefObject, useEffect, useRef, useState, useTransition } from "react";
import { createPortal } from "react-dom";
import type { Commented, DiscussionMarked } from "@/data/comments/dto";
import type { Typed } from "@/data/drafts/dto";
import { blocksIn, type Quoted, quotedIn } from "@/ui/document/quoting";
import { Link } from "@/ui/frame/Link";
import { Button } from "@/ui/forms/Button";
import { shortened } from "@/ui/words/shortened";
import { PinHere } from "../../../_parts/PinHere";
import { CommentForm } from "./CommentForm";
import { type RemarkAt, useRemark } from "./useRemark";
import { whyNotMarked } from "./why-not";
import { answerOf, tryAgain } from "@/ui/forms/no-answer";

interface Props {
  readonly at: RemarkAt;
  /** The page's newest entry: with another one its paragraphs are others. */
  readonly entries: number;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly send: (about: Quoted | null, body: string, typed: Typed) => Promise<Commented>;
  /** Marks a passage as discussion; null: the viewer may not. */
  readonly mark: ((about: Quoted) => Promise<DiscussionMarked>) | null;
  /** Where it is told who else has a passage; null: the viewer does not review. */
  readonly alikeHref: string | null;
  /** Where a passage is pinned for the assessment; null: the viewer does not assess. */
  readonly pinsAt: { readonly courseId: string; readonly wikiId: string; readonly pageId: string } | null;
}

/** An address holds no more of a passage; a longer one is known by its beginning. */
const longestAsked = 2000;

const theText = () => document.querySelector(".sheet .prose");

/**
 * Comments on the page, or on a passage of it: words that were selected in the text, or a paragraph that is
 * chosen here.
 */
export function PassageForm({ at, entries, people, send, mark, alikeHref, pinsAt }: Props) {
  const [chosen, setAbout] = useState<Quoted | null | undefined>(undefined);
  const [chosenWords, setSelected] = useState<Quoted | null>(null);
  const remark = useRemark(at, "", chosen);
  const about = chosen === undefined ? remark.aboutBefore : chosen;
  const selected = chosenWords ?? (chosen === undefined ? remark.aboutBefore : null);
  const [blocks, setBlocks] = useState<readonly Quoted[]>([]);
  const frame = useRef<HTMLDivElement>(null);
  // Once the text is drawn: a list that is filled only as it opens comes too late on some machines.
  useEffect(() => {
    const collecting = setTimeout(() => setBlocks(blocksIn(theText() ?? document.createElement("p"))));
    return () => clearTimeout(collecting);
  }, [entries]);
  const choose = (value: string) =>
    setAbout(value === "page" ? null : value === "selected" ? selected : (blocks[Number(value)] ?? null));
  const take = (quoted: Quoted) => {
    setSelected(quoted);
    setAbout(quoted);
    frame.current?.scrollIntoView({ block: "center" });
    frame.current?.querySelector("textarea")?.focus();
  };
  const sent = async (body: string, typed: Typed) => {
    const answer = await send(about, body, typed);
    if (answer.kind === "commented") {
      setAbout(undefined);
      setSelected(null);
    }
    return answer;
  };
  const [markProblem, setMarkProblem] = useState<string | null>(null);
  const [isMarking, startMarking] = useTransition();
  const markIt = () =>
    startMarking(async () => {
      const answer = await answerOf(mark!(about!));
      if (answer?.kind === "marked") {
        setAbout(null);
        setSelected(null);
      }
      const refused = answer?.kind === "refused" ? await whyNotMarked(answer.problem.code) : null;
      setMarkProblem(answer === null ? tryAgain : refused);
    });
  const value = about === null ? "page" : about === selected ? "selected" : String(blocks.indexOf(about));
  return (
    <div ref={frame}>
      <CommentForm
        label={about ? "Comment on this passage" : "Comment on this page"}
        button="Comment"
        people={people}
        remark={remark}
        send={sent}
        beside={
          mark &&
          about && (
            <Button
              size="small"
              disabled={isMarking}
              onClick={markIt}
              title="Its words count as discussion then, and not as text"
            >
              Mark as discussion
            </Button>
          )
        }
        above={
          <>
            <label className="field">
              <span>About</span>
              <select
                aria-label="What the comment is about"
                value={value}
                onChange={(event) => choose(event.target.value)}
              >
                <option value="page">the whole page</option>
                {selected && <option value="selected">“{shortened(selected.quote, 60)}”</option>}
                {blocks.map(({ quote }, at) => (
                  <option key={at} value={at}>
                    {shortened(quote, 60)}
                  </option>
                ))}
              </select>
            </label>
            {about === null && (
              <p className="quiet hint">To comment on some words, select them in the text.</p>
            )}
          </>
        }
      />
      {alikeHref && about && (
        <p>
          <Link href={`${alikeHref}&${new URLSearchParams({ text: about.quote.slice(0, longestAsked) })}`}>
            Who else has this passage
          </Link>
        </p>
      )}
      {pinsAt && about && (
        <PinHere
          key={`${about.near} ${about.quote}`}
          courseId={pinsAt.courseId}
          wikiId={pinsAt.wikiId}
          thing={{ kind: "passage", pageId: pinsAt.pageId, entry: entries, ...about }}
          personId={null}
        />
      )}
      {markProblem && (
        <p className="field-problem" role="alert">
          {markProblem}
        </p>
      )}
      <SelectionButton take={take} frame={frame} />
    </div>
  );
}

/** Stands under the words that are selected in the text, for as long as they are. */
function SelectionButton({
  take,
  frame,
}: {
  take: (quoted: Quoted) => void;
  frame: RefObject<HTMLDivElement | null>;
}) {
  const [at, setAt] = useState<{
    readonly top: number;
    readonly left: number;
    readonly quoted: Quoted;
  } | null>(null);
  useEffect(() => {
    const look = () => {
      const [root, selection] = [theText(), document.getSelection()];
      const range =
        selection && selection.rangeCount > 0 && !selection.isCollapsed ? selection.getRangeAt(0) : null;
      const quoted = root && range ? quotedIn(root, range) : null;
      const box = range?.getBoundingClientRect();
      setAt(
        quoted && box
          ? {
              quoted,
              top: box.bottom + window.scrollY + 6,
              left: Math.max(8, Math.min(box.left, window.innerWidth - 190)) + window.scrollX,
            }
          : null,
      );
    };
    document.addEventListener("selectionchange", look);
    return () => document.removeEventListener("selectionchange", look);
  }, [frame]);
  if (!at) return null;
  return createPortal(
    <Button
      className="selection-button"
      size="small"
      variant="contained"
      style={{ top: at.top, left: at.left }}
      onMouseDown={(event) => event.preventDefault()}
      onClick={() => take(at.quoted)}
    >
      Comment on these words
    </Button>,
    document.body,
  );
}
