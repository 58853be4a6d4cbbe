"use client";
import { type ComponentProps, useState } from "react";
import { BelowChoice } from "@/ui/contents/BelowChoice";
import { PageEditor } from "@/ui/editor/PageEditor";
import { startText } from "../actions";

interface Props extends Omit<ComponentProps<typeof PageEditor>, "save" | "asked" | "isNew" | "base"> {
  readonly courseId: string;
  readonly wikiId: string;
  readonly template: string | null;
  /** The pages below which it can stand. */
  readonly pages: readonly { readonly id: string; readonly title: string; readonly depth: number }[];
  /** The page from which one came, if it can be made to lead here. */
  readonly cameFrom: { readonly id: string; readonly title: string } | null;
}

/** A page that is being started: its text, and where it belongs. */
export function StartEditor({ courseId, wikiId, template, pages, cameFrom, ...editor }: Props) {
  const [below, setBelow] = useState<string | null>(null);
  const [leads, setLeads] = useState(false);
  const belongs = { below, linkFrom: leads && cameFrom ? cameFrom.id : null };
  return (
    <PageEditor
      {...editor}
      isNew
      base={0}
      save={(sent) => startText(courseId, wikiId, template, belongs, sent)}
      asked={
        <div className="belongs">
          <BelowChoice pages={pages} below={below} choose={setBelow} />
          {cameFrom && (
            <label className="tick">
              <input type="checkbox" checked={leads} onChange={(event) => setLeads(event.target.checked)} />{" "}
              Put a link to it at the end of “{cameFrom.title}”
            </label>
          )}
        </div>
      }
    />
  );
}
