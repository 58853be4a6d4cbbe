"use client";
import { useState } from "react";
import type { LinkLineDto, RoomChoicesDto } from "@/data/doors/dto";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";
import { nameWords } from "./LinkTable";

interface Props {
  readonly wikis: RoomChoicesDto["wikis"];
  readonly make: (json: string) => Promise<Answer>;
}

/** Making a link: what it opens, how authors are named, until when. */
export function LinkForm({ wikis, make }: Props) {
  const { act, said, isBusy } = useAct();
  const [wikiId, setWiki] = useState(wikis[0]?.id ?? "");
  const [pageId, setPage] = useState("");
  const [names, setNames] = useState<LinkLineDto["names"]>("none");
  const [until, setUntil] = useState("");
  const [isListed, setListed] = useState(false);
  const pages = wikis.find(({ id }) => id === wikiId)?.pages ?? [];
  return (
    <SteadyForm
      className="paper form-paper"
      style={{ marginTop: 16 }}
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => make(JSON.stringify({ wikiId, pageId: pageId || null, names, isListed, until })));
      }}
    >
      <div className="table-tools">
        <label className="plain-label">
          Wiki{" "}
          <select
            className="plain-select wide"
            value={wikiId}
            onChange={(event) => {
              setWiki(event.target.value);
              setPage("");
            }}
          >
            {wikis.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="plain-label">
          Page{" "}
          <select
            className="plain-select wide"
            value={pageId}
            onChange={(event) => setPage(event.target.value)}
          >
            <option value="">all of it</option>
            {pages.map(({ id, title }) => (
              <option key={id} value={id}>
                {title}
              </option>
            ))}
          </select>
        </label>
        <label className="plain-label">
          Authors{" "}
          <select
            className="plain-select wide"
            value={names}
            onChange={(event) => setNames(event.target.value as LinkLineDto["names"])}
          >
            {(["none", "initials", "full"] as const).map((each) => (
              <option key={each} value={each}>
                {nameWords[each]}
              </option>
            ))}
          </select>
        </label>
        <label className="plain-label">
          Until (if it should end){" "}
          <input
            type="datetime-local"
            className="plain-input short"
            value={until}
            onChange={(event) => setUntil(event.target.value)}
          />
        </label>
      </div>
      <label className="tick">
        <input type="checkbox" checked={isListed} onChange={(event) => setListed(event.target.checked)} />{" "}
        Search engines may list it
      </label>
      <p className="quiet">
        Names that stand in titles or in the text itself stay there, whatever is chosen for authors.
      </p>
      <Said said={said} />
      <div className="actions">
        <Button type="submit" variant="outlined" disabled={isBusy}>
          {isBusy ? "Making" : "Make the link"}
        </Button>
      </div>
    </SteadyForm>
  );
}
