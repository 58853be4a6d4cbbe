"use client";
import TextField from "@mui/material/TextField";
import { useRef, useState, type DragEvent } from "react";
import { readPeopleFile, type ReadFile } from "@/core/roster/file";
import { mostRows } from "@/core/roster/table";
import { Button } from "@/ui/forms/Button";
import { number } from "@/ui/words/counts";

/**
 * Where the list comes in: pasted, dropped or chosen. It is read here, in the browser; nothing is sent
 * anywhere yet.
 */
export function ListSource({
  onRead,
}: {
  onRead: (file: Exclude<ReadFile, { kind: "refused" }>, name: string) => void;
}) {
  const [text, setText] = useState("");
  const [isOver, setOver] = useState(false);
  const [problem, setProblem] = useState<string | null>(null);
  const chooser = useRef<HTMLInputElement>(null);

  function take(bytes: Uint8Array, name: string): void {
    const read = readPeopleFile(bytes);
    if (read.kind !== "refused") return onRead(read, name);
    setProblem(problemWords(read, name));
  }

  async function takeFile(file: File | undefined): Promise<void> {
    if (file) take(new Uint8Array(await file.arrayBuffer()), file.name);
  }

  function drop(event: DragEvent): void {
    event.preventDefault();
    setOver(false);
    void takeFile(event.dataTransfer.files[0]);
  }

  return (
    <div
      className="drop"
      data-over={isOver}
      onDragOver={(event) => {
        event.preventDefault();
        setOver(true);
      }}
      onDragLeave={() => setOver(false)}
      onDrop={drop}
    >
      <p>
        <strong>Paste the list, or drop a file here.</strong>{" "}
        <span className="quiet">
          One person a line, from a spreadsheet, a registry’s export or an address book: CSV, tabs or
          semicolons, with or without headings, or a OneRoster archive. Only the mail address is needed.
        </span>
      </p>
      <TextField
        label="List of people"
        multiline
        minRows={7}
        maxRows={16}
        value={text}
        onChange={(event) => setText(event.target.value)}
        placeholder={"Name; Mail address; Section\nOkonjo, Mira; mira.okonjo@rivers.example; Tuesday"}
      />
      <div role="alert">{problem && <p className="notice wrong">{problem}</p>}</div>
      <div className="actions">
        <Button
          variant="contained"
          disabled={text.trim() === ""}
          onClick={() => take(new TextEncoder().encode(text), "what you pasted")}
        >
          Look at the list
        </Button>
        <Button variant="outlined" onClick={() => chooser.current?.click()}>
          Choose a file
        </Button>
        <input
          ref={chooser}
          type="file"
          hidden
          accept=".csv,.tsv,.txt,.zip,text/csv,text/tab-separated-values,application/zip"
          aria-label="File with people"
          onChange={(event) => void takeFile(event.target.files?.[0])}
        />
      </div>
    </div>
  );
}

function problemWords(read: Extract<ReadFile, { kind: "refused" }>, name: string): string {
  switch (read.problem) {
    case "not text":
      return `“${name}” is no text. Save the list as CSV in the program that made it, and choose that file.`;
    case "empty":
      return `There is nothing in “${name}”.`;
    case "too many rows":
      return `“${name}” has more than ${number(mostRows)} lines. Split it into several lists.`;
    case "too wide":
      return `“${name}” has lines with more than 60 cells. It does not look like a list of people.`;
    case "too large":
      return `“${name}” is larger than 20 MB.`;
    case "broken archive":
      return `The archive “${name}” is broken or was not fully downloaded.`;
    case "not a roster":
      return `The archive “${name}” holds no ${read.missing}: it is no OneRoster archive.`;
    default:
      return read satisfies never;
  }
}
