"use client";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { paths } from "@/ui/paths";

/** The passage that is asked about: the address has it. */
export function AlikeForm({
  course,
  assignment,
  page,
  text,
  longest,
}: {
  course: string;
  assignment: string;
  page: string | null;
  text: string;
  longest: number;
}) {
  const router = useRouter();
  const [given, setGiven] = useState(text);
  return (
    <form
      role="search"
      className="search-form"
      onSubmit={(event) => {
        event.preventDefault();
        router.push(paths.alike(course, assignment, { text: given, ...(page ? { page } : {}) }));
      }}
    >
      <TextField
        label="Sentence or passage"
        multiline
        minRows={2}
        maxRows={10}
        value={given}
        onChange={(event) => setGiven(event.target.value)}
        slotProps={{ htmlInput: { maxLength: longest }, inputLabel: { shrink: true } }}
      />
      <div className="actions">
        <Button type="submit" variant="contained" disabled={given.trim() === ""}>
          Find who else has it
        </Button>
      </div>
    </form>
  );
}
