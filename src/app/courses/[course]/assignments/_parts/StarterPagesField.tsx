"use client";
import TextField from "@mui/material/TextField";
import { customAlphabet } from "nanoid";
import { useState } from "react";
import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { inOrder } from "@/core/contents/order";
import { plainText } from "@/core/document/leaves";
import { type PageDocument, emptyDocument } from "@/core/document/model";
import { countWords } from "@/core/text/count";
import { type AssignmentInput, mostStarterPages } from "@/data/assignments/input";
import { barePlace, type WritingPlace } from "@/ui/editor/place";
import { WritingArea } from "@/ui/editor/WritingArea";
import { Button } from "@/ui/forms/Button";
import { counted } from "@/ui/words/counts";

const newId = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 12);

type StarterPage = AssignmentInput["starterPages"][number];

/** A starter page without a text yet. */
export function newStarterPage(title: string): StarterPage {
  return {
    id: newId(),
    title,
    document: emptyDocument,
    parentId: null,
    forEachMember: false,
    isTemplate: false,
    readOnly: false,
    hiddenUntil: null,
  };
}

/**
 * The pages that each wiki begins with, as they will stand in the contents. An editor is made only for one
 * that is open.
 */
export function StarterPagesField({
  files,
}: {
  files: Pick<WritingPlace, "files" | "fileBase" | "uploadHref">;
}) {
  const {
    control,
    register,
    setValue,
    formState: { errors },
  } = useFormContext<AssignmentInput>();
  const { fields, append, remove, move } = useFieldArray({ control, name: "starterPages", keyName: "key" });
  const [pages, opensAt] = useWatch({ control, name: ["starterPages", "opensAt"] });
  const [open, setOpen] = useState<readonly string[]>([]);
  const toggle = (id: string, isOpen: boolean) =>
    setOpen((now) =>
      isOpen ? [...now.filter((each) => each !== id), id] : now.filter((each) => each !== id),
    );
  const depths = new Map(
    inOrder(pages.map((page, position) => ({ id: page.id, parentId: page.parentId, position }))).map(
      ({ id, depth }) => [id, depth],
    ),
  );
  return (
    <>
      {fields.map((field, index) => {
        const page = pages[index] ?? field;
        const document = page.document as PageDocument;
        const about = [
          index === 0 ? "home page" : "",
          page.isTemplate ? "template" : page.forEachMember ? "one for each member" : "",
          page.readOnly ? "read only" : "",
          page.hiddenUntil ? "hidden at first" : "",
          counted(countWords(plainText(document)), "word"),
        ]
          .filter((part) => part !== "")
          .join(", ");
        return (
          <details
            className={(depths.get(page.id) ?? 0) > 0 ? "starter below" : "starter"}
            key={field.key}
            open={open.includes(page.id)}
            onToggle={(event) => toggle(page.id, event.currentTarget.open)}
          >
            <summary>
              {page.title || `Page ${index + 1}`}
              <small>{about}</small>
            </summary>
            <div>
              <TextField
                label="Title"
                {...register(`starterPages.${index}.title`)}
                error={!!errors.starterPages?.[index]?.title}
                helperText={errors.starterPages?.[index]?.title?.message}
              />
              {open.includes(page.id) && (
                <WritingArea
                  label={`Text of the starter page ${page.title}`}
                  document={document}
                  isShort
                  place={{
                    ...barePlace,
                    title: page.title,
                    pages: pages.filter((_, at) => at !== index).map(({ title }) => ({ id: "", title })),
                    ...files,
                  }}
                  onChange={(editor) =>
                    setValue(`starterPages.${index}.document`, editor.getJSON(), { shouldDirty: true })
                  }
                />
              )}
              {index > 0 && (
                <div className="actions">
                  <label className="plain-label">
                    Made{" "}
                    <select
                      className="plain-select wide"
                      value={page.isTemplate ? "template" : page.forEachMember ? "member" : "wiki"}
                      onChange={(event) => {
                        setValue(`starterPages.${index}.isTemplate`, event.target.value === "template", {
                          shouldDirty: true,
                        });
                        setValue(`starterPages.${index}.forEachMember`, event.target.value === "member", {
                          shouldDirty: true,
                        });
                      }}
                    >
                      <option value="wiki">once in each wiki</option>
                      <option value="member">once for each member, theirs alone to write</option>
                      <option value="template">by students, who start pages from it</option>
                    </select>
                  </label>
                  <label className="plain-label">
                    Stands below{" "}
                    <select
                      className="plain-select wide"
                      value={page.parentId ?? ""}
                      onChange={(event) =>
                        setValue(`starterPages.${index}.parentId`, event.target.value || null, {
                          shouldDirty: true,
                        })
                      }
                    >
                      <option value="">no page</option>
                      {pages
                        .slice(1, index)
                        .filter((each) => !each.forEachMember && !each.isTemplate)
                        .map((each) => (
                          <option key={each.id} value={each.id}>
                            {each.title}
                          </option>
                        ))}
                    </select>
                  </label>
                </div>
              )}
              {!page.isTemplate && (
                <div className="actions">
                  {!(index > 0 && page.forEachMember) && (
                    <label className="choice">
                      <input
                        type="checkbox"
                        checked={page.readOnly ?? false}
                        onChange={(event) =>
                          setValue(`starterPages.${index}.readOnly`, event.target.checked, {
                            shouldDirty: true,
                          })
                        }
                      />
                      <span>
                        Read only<small>members read it and comment, and do not write on it</small>
                      </span>
                    </label>
                  )}
                  {index > 0 && (
                    <label className="choice">
                      <input
                        type="checkbox"
                        checked={(page.hiddenUntil ?? null) !== null}
                        onChange={(event) =>
                          setValue(
                            `starterPages.${index}.hiddenUntil`,
                            event.target.checked ? opensAt : null,
                            { shouldDirty: true },
                          )
                        }
                      />
                      <span>
                        Hidden until a time<small>members do not see it before</small>
                      </span>
                    </label>
                  )}
                  {index > 0 && (page.hiddenUntil ?? null) !== null && (
                    <TextField
                      size="small"
                      label="Shown from"
                      type="datetime-local"
                      value={page.hiddenUntil}
                      onChange={(event) =>
                        setValue(`starterPages.${index}.hiddenUntil`, event.target.value, {
                          shouldDirty: true,
                        })
                      }
                      error={!!errors.starterPages?.[index]?.hiddenUntil}
                      helperText={errors.starterPages?.[index]?.hiddenUntil?.message}
                      slotProps={{ inputLabel: { shrink: true } }}
                    />
                  )}
                </div>
              )}
              <div className="actions">
                {index > 1 && (
                  <Button size="small" onClick={() => move(index, index - 1)}>
                    Move up
                  </Button>
                )}
                {index > 0 && index < fields.length - 1 && (
                  <Button size="small" onClick={() => move(index, index + 1)}>
                    Move down
                  </Button>
                )}
                {fields.length > 1 && (
                  <Button size="small" onClick={() => remove(index)}>
                    Remove this page
                  </Button>
                )}
              </div>
            </div>
          </details>
        );
      })}
      {errors.starterPages?.message && <p className="field-problem">{errors.starterPages.message}</p>}
      {fields.length < mostStarterPages && (
        <div>
          <Button
            size="small"
            variant="outlined"
            onClick={() => append(newStarterPage(`Page ${fields.length + 1}`))}
          >
            Add a starter page
          </Button>
        </div>
      )}
    </>
  );
}
