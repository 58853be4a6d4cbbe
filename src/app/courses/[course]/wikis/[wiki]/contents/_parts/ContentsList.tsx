"use client";
import {
  DndContext,
  type DragEndEvent,
  PointerSensor,
  useDraggable,
  useDroppable,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import { Link } from "@/ui/frame/Link";
import { useRouter } from "next/navigation";
import { useState } from "react";
import type { Spot } from "@/core/contents/order";
import type { RemovedPageDto } from "@/data/pages/dto";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { distance } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";
import { TagLine } from "@/ui/contents/TagLine";
import { RenameDialog } from "@/ui/contents/RenameDialog";
import { arrange, bringBack, makeHome, order, putHeading, remove, rename } from "../actions";
import { type Direction, spotOf, stepTo } from "./order";
import { seeWhatHolds } from "@/ui/forms/no-answer";

export interface ListedPage {
  readonly id: string;
  readonly title: string;
  readonly words: number;
  readonly depth: number;
  readonly parentId: string | null;
  readonly heading: string;
  readonly tags: readonly string[];
  readonly mayRename: boolean;
  readonly mayRemove: boolean;
}

interface Props {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pages: readonly ListedPage[];
  readonly removed: readonly RemovedPageDto[];
  readonly homeId: string | null;
  readonly mayArrange: boolean;
  readonly isInstructor: boolean;
  readonly zone: string;
  readonly now: Date;
}

interface Told {
  readonly kind: "done" | "wrong";
  readonly text: string;
  readonly undo?: () => Promise<Answer>;
}

const directions: readonly { readonly to: Direction; readonly sign: string; readonly words: string }[] = [
  { to: "up", sign: "↑", words: "up" },
  { to: "down", sign: "↓", words: "down" },
  { to: "out", sign: "←", words: "out, behind the page above it" },
  { to: "in", sign: "→", words: "below the page before it" },
];

/**
 * A wiki's pages as they stand in its contents: put in order by hand, by keys or by buttons, renamed,
 * removed, brought back.
 */
export function ContentsList({
  courseId,
  wikiId,
  pages,
  removed,
  homeId,
  mayArrange,
  isInstructor,
  zone,
  now,
}: Props) {
  const router = useRouter();
  const [said, setSaid] = useState<Told | null>(null);
  const [isBusy, setBusy] = useState(false);
  const [renaming, setRenaming] = useState<ListedPage | null>(null);
  const [heading, setHeadingOf] = useState<ListedPage | null>(null);
  const [returning, setReturning] = useState<RemovedPageDto | null>(null);
  const sensors = useSensors(useSensor(PointerSensor, { activationConstraint: { distance: 5 } }));

  async function act(action: () => Promise<Answer>, done: Omit<Told, "kind"> | null): Promise<Answer> {
    setBusy(true);
    try {
      const answer = await action();
      setSaid(answer.kind === "wrong" ? answer : done && { kind: "done", ...done });
      router.refresh();
      return answer;
    } catch {
      const answer = { kind: "wrong", text: seeWhatHolds } as const;
      setSaid(answer);
      return answer;
    } finally {
      setBusy(false);
    }
  }

  function place(page: ListedPage, to: Spot | null): void {
    // Steps stay in reach of the keyboard while one is under way, so that the next can follow from the same
    // place.
    if (!to || isBusy) return;
    const was = spotOf(pages, page.id);
    if (to.parentId === was.parentId && to.before === was.before) return;
    void act(() => arrange(courseId, page.id, to.parentId, to.before), {
      text: `“${page.title}” was moved.`,
      undo: () => arrange(courseId, page.id, was.parentId, was.before),
    });
  }

  async function orderAll(): Promise<void> {
    let before: { id: string; parentId: string | null }[] = [];
    await act(
      async () => {
        const answer = await order(courseId, wikiId, null);
        before = answer.before ?? [];
        return answer;
      },
      {
        text: "The pages stand in the order in which they were started.",
        undo: () => order(courseId, wikiId, before),
      },
    );
  }

  function drop({ active, over, delta }: DragEndEvent): void {
    const page = pages.find(({ id }) => id === active.id);
    if (!page || !over || over.id === active.id) return;
    const target = pages.find(({ id }) => id === over.id);
    if (!target) return place(page, { parentId: null, before: null });
    // Drawn to the right, it goes below the page that it is let go on; otherwise it takes that page's place.
    const isInside = delta.x > 48;
    place(
      page,
      isInside || target.id === homeId
        ? { parentId: isInside ? target.id : null, before: isInside ? null : spotOf(pages, target.id).before }
        : { parentId: target.parentId, before: target.id },
    );
  }

  return (
    <>
      <div role="status">
        {said?.kind === "done" && (
          <p className="notice done">
            <span>{said.text}</span>
            {said.undo && (
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={() => void act(said.undo!, { text: "It is as it was before." })}
              >
                Undo
              </button>
            )}
          </p>
        )}
      </div>
      <div role="alert">{said?.kind === "wrong" && <p className="notice wrong">{said.text}</p>}</div>
      <DndContext sensors={sensors} onDragEnd={drop} id="contents">
        <ol className="contents-list" aria-label="Pages">
          {pages.map((page) => (
            <Line
              key={page.id}
              page={page}
              isHome={page.id === homeId}
              canMove={mayArrange && page.id !== homeId && !isBusy}
              href={paths.page(courseId, page.id)}
            >
              {mayArrange && page.id !== homeId && (
                <span className="line-steps">
                  {directions.map(({ to, sign, words }) => {
                    const spot = stepTo(pages, page.id, to, homeId);
                    return (
                      <button
                        key={to}
                        type="button"
                        className="step-button"
                        aria-label={`Move ${page.title} ${words}`}
                        title={`Move ${words}`}
                        aria-disabled={!spot}
                        onClick={() => place(page, spot)}
                      >
                        {sign}
                      </button>
                    );
                  })}
                </span>
              )}
              <span className="line-acts">
                {page.mayRename && (
                  <button
                    type="button"
                    className="plain-button"
                    aria-label={`Rename ${page.title}`}
                    disabled={isBusy}
                    onClick={() => setRenaming(page)}
                  >
                    Rename
                  </button>
                )}
                {mayArrange && page.id !== homeId && (
                  <button
                    type="button"
                    className="plain-button"
                    aria-label={`Heading above ${page.title}`}
                    disabled={isBusy}
                    onClick={() => setHeadingOf(page)}
                  >
                    Heading
                  </button>
                )}
                {isInstructor && page.id !== homeId && (
                  <button
                    type="button"
                    className="plain-button"
                    aria-label={`Make ${page.title} the home page`}
                    disabled={isBusy}
                    onClick={() =>
                      void act(() => makeHome(courseId, page.id), {
                        text: `“${page.title}” is the home page now.`,
                        ...(homeId ? { undo: () => makeHome(courseId, homeId) } : {}),
                      })
                    }
                  >
                    Make it home
                  </button>
                )}
                {page.mayRemove && page.id !== homeId && (
                  <button
                    type="button"
                    className="plain-button"
                    aria-label={`Remove ${page.title}`}
                    disabled={isBusy}
                    onClick={() =>
                      void act(() => remove(courseId, page.id), {
                        text: `“${page.title}” is in the bin.`,
                        undo: () => bringBack(courseId, page.id),
                      })
                    }
                  >
                    Remove
                  </button>
                )}
              </span>
            </Line>
          ))}
          {mayArrange && <EndOfContents />}
        </ol>
      </DndContext>
      {mayArrange && pages.length > 2 && (
        <p>
          <button type="button" className="plain-button" disabled={isBusy} onClick={() => void orderAll()}>
            Put them into the order in which they were started
          </button>
        </p>
      )}
      <section className="section" aria-labelledby="bin">
        <h2 id="bin">Bin</h2>
        {removed.length === 0 ? (
          <p className="quiet">
            No page has been removed. One that is removed lies here with its whole history, and can be brought
            back.
          </p>
        ) : (
          <ul className="contents-list">
            {removed.map((page) => (
              <li key={page.id}>
                <span className="line-title">
                  <Link href={paths.ledger(courseId, page.id)}>{page.title}</Link>{" "}
                  <small className="quiet">
                    removed by {page.by}, {distance(page.at, zone, now)}
                  </small>
                </span>
                {page.mayBringBack && (
                  <button
                    type="button"
                    className="plain-button"
                    aria-label={`Restore ${page.title}`}
                    disabled={isBusy}
                    onClick={() => {
                      const isTaken = pages.some(
                        ({ title }) => title.toLowerCase() === page.title.toLowerCase(),
                      );
                      if (isTaken) setReturning(page);
                      else
                        void act(() => bringBack(courseId, page.id), {
                          text: `“${page.title}” is back, as it was.`,
                          undo: () => remove(courseId, page.id),
                        });
                    }}
                  >
                    Restore
                  </button>
                )}
              </li>
            ))}
          </ul>
        )}
      </section>
      {renaming && (
        <RenameDialog
          heading={`Rename “${renaming.title}”`}
          title={renaming.title}
          button="Rename"
          close={() => setRenaming(null)}
          save={async (title) => {
            const answer = await rename(courseId, renaming.id, title);
            if (answer.kind === "done") {
              setSaid({
                kind: "done",
                text: `“${renaming.title}” is called “${title.trim()}” now. Links to the old title lead there.`,
                undo: () => rename(courseId, renaming.id, renaming.title),
              });
              router.refresh();
            }
            return answer;
          }}
        />
      )}
      {heading && (
        <RenameDialog
          heading={`Heading above “${heading.title}”`}
          title={heading.heading}
          label="Heading"
          mayBeEmpty
          button={heading.heading === "" ? "Put it there" : "Change"}
          about="It stands above the page in the contents and goes where the page goes. Left empty, there is none."
          close={() => setHeadingOf(null)}
          save={async (words) => {
            const answer = await putHeading(courseId, heading.id, words);
            if (answer.kind === "done") {
              setSaid({
                kind: "done",
                text:
                  words.trim() === ""
                    ? "The heading is gone."
                    : `“${words.trim()}” stands above “${heading.title}” now.`,
                undo: () => putHeading(courseId, heading.id, heading.heading),
              });
              router.refresh();
            }
            return answer;
          }}
        />
      )}
      {returning && (
        <RenameDialog
          heading={`Bring “${returning.title}” back`}
          title={`${returning.title} (2)`}
          button="Restore it"
          about="Another page has its title by now. It comes back under this one:"
          close={() => setReturning(null)}
          save={async (title) => {
            const answer = await bringBack(courseId, returning.id, title);
            if (answer.kind === "done") {
              setSaid({ kind: "done", text: `“${title.trim()}” is back.` });
              router.refresh();
            }
            return answer;
          }}
        />
      )}
    </>
  );
}

function Line({
  page,
  isHome,
  canMove,
  href,
  children,
}: {
  page: ListedPage;
  isHome: boolean;
  canMove: boolean;
  href: string;
  children: React.ReactNode;
}) {
  const { setNodeRef: setDrop, isOver } = useDroppable({ id: page.id });
  const {
    setNodeRef: setDrag,
    listeners,
    transform,
    isDragging,
  } = useDraggable({ id: page.id, disabled: !canMove });
  return (
    <>
      {page.heading !== "" && (
        <li className="contents-heading" style={{ paddingLeft: 8 + page.depth * 26 }}>
          {page.heading}
        </li>
      )}
      <li ref={setDrop} data-over={isOver && !isDragging} style={{ paddingLeft: 8 + page.depth * 26 }}>
        <span
          className="line-title"
          ref={setDrag}
          style={transform ? { transform: `translate(${transform.x}px, ${transform.y}px)` } : undefined}
          data-dragged={isDragging}
        >
          {canMove && (
            <span
              className="line-grip"
              {...listeners}
              aria-hidden="true"
              title="Drag it to its place; to the right, below another page"
            >
              ⠿
            </span>
          )}
          <Link href={href} draggable={false}>
            {page.title}
          </Link>{" "}
          <small className="quiet">
            {isHome ? "home page, " : ""}
            {counted(page.words, "word")}
          </small>
          <TagLine tags={page.tags} hrefOf={(tag) => `?tag=${encodeURIComponent(tag)}`} />
        </span>
        {children}
      </li>
    </>
  );
}

function EndOfContents() {
  const { setNodeRef, isOver } = useDroppable({ id: "end" });
  return <li ref={setNodeRef} className="end-of-contents" data-over={isOver} aria-hidden="true" />;
}
