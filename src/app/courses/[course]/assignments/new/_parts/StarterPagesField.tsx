"use client";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import { useState } from "react";
import { useFieldArray, useFormContext, useWatch } from "react-hook-form";
import { type PageDocument, emptyDocument } from "@/core/document/model";
import { plainText } from "@/core/document/leaves";
import { countWords } from "@/core/text/words";
import { mostStarterPages, type NewAssignment } from "@/data/assignments/input";
import { WritingArea } from "@/ui/editor/WritingArea";
import { counted } from "@/ui/words/counts";

/** The pages that each wiki begins with, each with a title and a text. An editor is made only for one that is open. */
export function StarterPagesField() {
  const { control, register, setValue, formState: { errors } } = useFormContext<NewAssignment>();
  const { fields, append, remove } = useFieldArray({ control, name: "starterPages" });
  const pages = useWatch({ control, name: "starterPages" });
  const [open, setOpen] = useState<readonly string[]>([]);
  const toggle = (id: string, isOpen: boolean) => setOpen((now) => (isOpen ? [...now.filter((each) => each !== id), id] : now.filter((each) => each !== id)));
  const others = pages.map((page, index) => ({ id: `starter${index}`, title: page.title }));
  return (
    <>
      {fields.map((field, index) => {
        const page = pages[index] ?? { title: "", document: emptyDocument };
        const document = page.document as PageDocument;
        return (
          <details className="starter" key={field.id} open={open.includes(field.id)} onToggle={(event) => toggle(field.id, event.currentTarget.open)}>
            <summary>{page.title || `Page ${index + 1}`}<small>{index === 0 ? "home page, " : ""}{counted(countWords(plainText(document)), "word")}</small></summary>
            <div>
              <TextField label="Title" {...register(`starterPages.${index}.title`)} error={!!errors.starterPages?.[index]?.title} helperText={errors.starterPages?.[index]?.title?.message} />
              {open.includes(field.id) && (
                <WritingArea
                  label={`Text of the starter page ${page.title}`} document={document} pages={others.filter((_, at) => at !== index).map((each) => ({ ...each, id: "" }))} isShort
                  onChange={(next) => setValue(`starterPages.${index}.document`, next, { shouldDirty: true })}
                />
              )}
              {fields.length > 1 && <div><Button size="small" onClick={() => remove(index)}>Remove this page</Button></div>}
            </div>
          </details>
        );
      })}
      {errors.starterPages?.message && <p className="field-problem">{errors.starterPages.message}</p>}
      {fields.length < mostStarterPages && <div><Button size="small" variant="outlined" onClick={() => append({ title: `Page ${fields.length + 1}`, document: emptyDocument })}>Add a starter page</Button></div>}
    </>
  );
}
