"use client";
import Autocomplete, { createFilterOptions } from "@mui/material/Autocomplete";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useEffect, useState } from "react";
import { titleKey } from "@/core/links/titles";
import { Button } from "../../forms/Button";
import type { HeadingRef, WritingPlace } from "../place";
import { EditorDialog } from "./EditorDialog";

interface Props {
  readonly editor: Editor;
  readonly place: WritingPlace;
  readonly onClose: () => void;
}

const containing = createFilterOptions<string>();

/**
 * The titles that contain what was typed; none once it is one whole title and part of no other: then the list
 * would only hide what stands below it.
 */
function toChoose(titles: string[], state: Parameters<typeof containing>[1]): string[] {
  const found = containing(titles, state);
  return found.length === 1 && titleKey(found[0]!) === titleKey(state.inputValue) ? [] : found;
}

/**
 * Links to a page of the wiki, or to one of its headings: a page that is there, or one that is promised by
 * being named.
 */
export function PageLinkDialog({ editor, place: { pages, headingsOf }, onClose }: Props) {
  const { from, to } = editor.state.selection;
  const [title, setTitle] = useState(
    String(
      editor.getAttributes("pageLink").title || editor.state.doc.textBetween(from, to, " ").slice(0, 200),
    ),
  );
  const [heading, setHeading] = useState("");
  const known = pages.find((page) => titleKey(page.title) === titleKey(title));
  const headings = useHeadings(known?.id, headingsOf);

  function apply(): void {
    const named = (known?.title ?? title).trim();
    if (named === "") return;
    const at = headings.find(({ id }) => id === heading);
    const mark = {
      type: "pageLink",
      attrs: { page: known?.id || null, title: named, heading: at?.id ?? null },
    };
    const chain = editor.chain().focus().extendMarkRange("pageLink").unsetMark("link").unsetMark("fileLink");
    if (editor.state.selection.empty && !editor.isActive("pageLink"))
      chain.insertContent({ type: "text", text: at?.text ?? named, marks: [mark] }).run();
    else chain.setMark("pageLink", mark.attrs).run();
    onClose();
  }

  return (
    <EditorDialog
      title="Link to a page of this wiki"
      apply="Link"
      canApply={title.trim() !== ""}
      onApply={apply}
      onClose={onClose}
      more={
        editor.isActive("pageLink") && (
          <Button
            onClick={() => {
              editor.chain().focus().extendMarkRange("pageLink").unsetMark("pageLink").run();
              onClose();
            }}
          >
            Take the link away
          </Button>
        )
      }
    >
      <Autocomplete
        freeSolo
        disableClearable
        options={pages.map((page) => page.title)}
        filterOptions={toChoose}
        inputValue={title}
        onInputChange={(_, value) => {
          setTitle(value);
          setHeading("");
        }}
        renderInput={(params) => (
          <TextField
            {...params}
            autoFocus
            label="Title of the page"
            helperText={
              title.trim() === ""
                ? " "
                : known
                  ? "This page is there."
                  : "No page has this title yet. The link will say so, and lead to its start."
            }
            sx={{ mt: 1 }}
          />
        )}
      />
      {/* It is there before the headings are: nothing moves under a hand that is about to press. */}
      {headingsOf && (
        <TextField
          select
          label="Lead to"
          value={heading}
          onChange={(event) => setHeading(event.target.value)}
          disabled={headings.length === 0}
          sx={{ mt: 3 }}
          slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
        >
          <MenuItem value="">the beginning of the page</MenuItem>
          {headings.map(({ id, level, text }) => (
            <MenuItem key={id} value={id!} sx={{ pl: level }}>
              {text}
            </MenuItem>
          ))}
        </TextField>
      )}
    </EditorDialog>
  );
}

/** The headings of a page that can be led to, asked for once the page is known. */
function useHeadings(
  pageId: string | undefined,
  headingsOf: WritingPlace["headingsOf"],
): readonly HeadingRef[] {
  const [found, setFound] = useState<{
    readonly of: string;
    readonly headings: readonly HeadingRef[];
  } | null>(null);
  useEffect(() => {
    if (!pageId || !headingsOf) return;
    let isWanted = true;
    headingsOf(pageId).then(
      (headings) => {
        if (isWanted) setFound({ of: pageId, headings });
      },
      () => {
        /* The page alone can be linked to then. */
      },
    );
    return () => {
      isWanted = false;
    };
  }, [pageId, headingsOf]);
  return found && found.of === pageId ? found.headings.filter(({ id }) => id !== null) : [];
}
