"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { differingWords } from "@/core/merge/differs";
import { type Choice, choices, findConflicts, orderKey, settle } from "@/core/merge/settle";
import type { WordRange } from "@/core/text/words";
import { DocumentView } from "../document/DocumentView";
import type { LinkTargets } from "../document/reading";
import { Button } from "../forms/Button";
import { counted } from "../words/counts";

interface Props {
  /** What the writer began from and what others made of it, as JSON, and the entry that it is. */
  readonly both: { readonly base: string; readonly newest: string; readonly number: number };
  /** The writer's text as it is now. */
  readonly written: () => PageDocument;
  readonly links: LinkTargets;
  /** Takes the settled text into the editor, where it can be changed before it is saved. */
  readonly take: (document: PageDocument, on: number) => void;
  /** Told how many passages are still to be chosen. */
  readonly onLeft: (open: number) => void;
}

const names: Readonly<Record<Choice, string>> = {
  theirs: "Theirs",
  mine: "Mine",
  both: "Both, one below the other",
};
const ofOrder: Readonly<Record<Choice, string>> = { theirs: "Their order", mine: "My order", both: "" };

/**
 * What two changed at the same time, passage by passage: theirs, mine, or both. The editor keeps the writer's
 * text until all is put together.
 */
export function Settling({ both, written, links, take, onLeft }: Props) {
  const [base, newest] = useMemo(
    () =>
      [both.base, both.newest].map((text) => JSON.parse(text) as PageDocument) as [
        PageDocument,
        PageDocument,
      ],
    [both],
  );
  // What is typed while the panel stands open is put together with the rest; what is asked about stays as it
  // was when it opened.
  const conflicts = useMemo(() => findConflicts(base, newest, written()), [base, newest, written]);
  const [chosen, setChosen] = useState<ReadonlyMap<string, Choice>>(new Map());
  const panel = useRef<HTMLElement>(null);
  useEffect(() => {
    panel.current?.scrollIntoView({ block: "start" });
  }, []);
  const open = conflicts.filter(({ key }) => !chosen.has(key)).length;
  useEffect(() => onLeft(open), [onLeft, open]);
  return (
    <section ref={panel} className="settling" aria-label="What both of you changed">
      <ol>
        {conflicts.map(({ key, theirs, mine }) => (
          <li key={key}>
            {key === orderKey ? (
              <p>Both of you moved paragraphs to other places.</p>
            ) : (
              <Sides theirs={theirs} mine={mine} links={links} />
            )}
            <fieldset>
              <legend className="visually-hidden">What stands here</legend>
              {choices
                .filter((choice) => key !== orderKey || choice !== "both")
                .map((choice) => (
                  <label key={choice}>
                    <input
                      type="radio"
                      name={`settle-${key}`}
                      checked={chosen.get(key) === choice}
                      onChange={() => setChosen(new Map([...chosen, [key, choice]]))}
                    />{" "}
                    {(key === orderKey ? ofOrder : names)[choice]}
                  </label>
                ))}
            </fieldset>
          </li>
        ))}
      </ol>
      <div className="actions">
        <Button
          type="button"
          variant="contained"
          disabled={open > 0}
          onClick={() => take(settle(base, newest, written(), chosen), both.number)}
        >
          Put it together
        </Button>
        <span className="quiet">
          {open > 0
            ? `${counted(open, "passage")} still to choose.`
            : "You can go on changing it before you save."}
        </span>
      </div>
    </section>
  );
}

/** Both versions of a passage; the words that the other has not are marked. */
function Sides({
  theirs,
  mine,
  links,
}: {
  theirs: readonly DocumentNode[];
  mine: readonly DocumentNode[];
  links: LinkTargets;
}) {
  const differing = useMemo(() => differingWords(theirs, mine), [theirs, mine]);
  return (
    <div className="settling-sides">
      <Side name="Theirs, saved" nodes={theirs} links={links} differing={differing.one} />
      <Side name="Mine" nodes={mine} links={links} differing={differing.other} />
    </div>
  );
}

function Side({
  name,
  nodes,
  links,
  differing,
}: {
  name: string;
  nodes: readonly DocumentNode[];
  links: LinkTargets;
  differing: readonly WordRange[];
}) {
  return (
    <div role="group" aria-label={name}>
      <h3>{name}</h3>
      {nodes.length === 0 ? (
        <p className="quiet">Taken away.</p>
      ) : (
        <DocumentView
          document={{ type: "doc", content: nodes }}
          links={links}
          passages={differing.map((range, at) => ({ ...range, id: `differs-${at}`, kind: "differs" }))}
        />
      )}
    </div>
  );
}
