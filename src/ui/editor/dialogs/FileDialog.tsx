"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { isPhone, thisDevice } from "../../words/device";
import { useRef, useState } from "react";
import { Button } from "../../forms/Button";
import { fileSize } from "../../words/sizes";
import { fileHref, storeOf } from "../place";
import { contentOfFile, type Upload } from "../uploads";
import { putBlocksIn } from "../put-in";
import { EditorDialog } from "./EditorDialog";

interface Props {
  readonly editor: Editor;
  /** Null: nothing can be uploaded here. */
  readonly upload: Upload | null;
  readonly onClose: () => void;
}

/** Pictures and files: new ones from this machine, or such as the wiki has. */
export function FileDialog({ editor, upload, onClose }: Props) {
  const input = useRef<HTMLInputElement>(null);
  const [asked, setAsked] = useState("");
  const files = [...storeOf(editor).files.values()].filter(({ name }) =>
    name.toLowerCase().includes(asked.trim().toLowerCase()),
  );
  const take = (chosen: FileList | null) => {
    upload?.([...(chosen ?? [])].map((file) => ({ file })));
    onClose();
  };
  return (
    <EditorDialog title="Picture or file" size="sm" apply={null} onClose={onClose}>
      {upload && (
        <div
          className="file-drop"
          onDragOver={(event) => event.preventDefault()}
          onDrop={(event) => {
            event.preventDefault();
            take(event.dataTransfer.files);
          }}
        >
          <Button variant="contained" autoFocus onClick={() => input.current?.click()}>
            Choose from {thisDevice()}
          </Button>
          <span className="quiet">
            {isPhone() ? "" : "or drop files here. "}Large pictures are made light by themselves.
          </span>
          <input
            ref={input}
            type="file"
            multiple
            hidden
            aria-label="Files to upload"
            onChange={(event) => take(event.target.files)}
          />
        </div>
      )}
      {storeOf(editor).files.size > 0 && (
        <>
          <TextField
            label="Files of this wiki"
            value={asked}
            onChange={(event) => setAsked(event.target.value)}
            sx={{ mt: 2 }}
          />
          <ul className="file-choice">
            {files.slice(0, 60).map((file) => (
              <li key={file.id}>
                <button
                  type="button"
                  onClick={() => {
                    putBlocksIn(editor, contentOfFile(file));
                    onClose();
                  }}
                >
                  {file.kind === "image" ? (
                    // eslint-disable-next-line @next/next/no-img-element -- the server keeps the sizes
                    <img src={fileHref(editor, file.id, 480) ?? ""} alt="" loading="lazy" />
                  ) : (
                    <span className="file-sign">{file.kind}</span>
                  )}
                  <span>
                    {file.name}
                    <small>{fileSize(file.size)}</small>
                  </span>
                </button>
              </li>
            ))}
          </ul>
          {files.length > 60 && <p className="quiet">{files.length - 60} more: type part of a name.</p>}
        </>
      )}
      {!upload && storeOf(editor).files.size === 0 && (
        <p className="quiet">No files are here, and none can be uploaded.</p>
      )}
    </EditorDialog>
  );
}
