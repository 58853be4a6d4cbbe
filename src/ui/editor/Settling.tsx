"use client";
import { useEffect, useMemo, useRef, useState } from "react";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { type Choice, choices, findConflicts, orderKey, settle } from "@/core/merge/settle";
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
export function Settling({ both, written, links, take }: Props) {
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
    panel.current?.scrollIntoView({ block: "center" });
  }, []);
  const open = conflicts.filter(({ key }) => !chosen.has(key)).length;
  return (
    <section ref={panel} className="settling" aria-label="What both of you changed">
      <ol>
        {conflicts.map(({ key, theirs, mine }) => (
          <li key={key}>
            {key === orderKey ? (
              <p>Both of you moved paragraphs to other places.</p>
            ) : (
              <div className="settling-sides">
                <Side name="Theirs, saved" nodes={theirs} links={links} />
                <Side name="Mine" nodes={mine} links={links} />
              </div>
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

function Side({ name, nodes, links }: { name: string; nodes: readonly DocumentNode[]; links: LinkTargets }) {
  return (
    <div role="group" aria-label={name}>
      <h3>{name}</h3>
      {nodes.length === 0 ? (
        <p className="quiet">Taken away.</p>
      ) : (
        <DocumentView document={{ type: "doc", content: nodes }} links={links} />
      )}
    </div>
  );
}
