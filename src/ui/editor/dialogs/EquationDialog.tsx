"use client";
import TextField from "@mui/material/TextField";
import type { Editor } from "@tiptap/core";
import { useDeferredValue, useState } from "react";
import { longestEquation } from "@/core/document/model";
import { EquationView } from "../../document/EquationView";
import { equationProblem } from "../../document/equation";
import { putBlocksIn } from "../put-in";
import { EditorDialog } from "./EditorDialog";

/** An equation, typed as LaTeX and shown as it will stand; the chosen one is changed. */
export function EquationDialog({ editor, onClose }: { editor: Editor; onClose: () => void }) {
  const chosen = editor.isActive("equationBlock")
    ? "equationBlock"
    : editor.isActive("equation")
      ? "equation"
      : null;
  const [latex, setLatex] = useState(chosen ? String(editor.getAttributes(chosen).latex ?? "") : "");
  const [isBlock, setBlock] = useState(chosen === "equationBlock");
  const shown = useDeferredValue(latex);
  const problem = shown.trim() === "" ? null : equationProblem(shown);
  const apply = () => {
    const type = isBlock ? "equationBlock" : "equation";
    if (chosen === type) editor.chain().focus().updateAttributes(type, { latex: latex.trim() }).run();
    else putBlocksIn(editor, { type, attrs: { latex: latex.trim() } });
    onClose();
  };
  return (
    <EditorDialog
      title="Equation"
      size="sm"
      apply={chosen ? "Change" : "Put it in"}
      canApply={latex.trim() !== ""}
      onApply={apply}
      onClose={onClose}
    >
      <TextField
        autoFocus
        multiline
        minRows={2}
        label="LaTeX"
        value={latex}
        onChange={(event) => setLatex(event.target.value)}
        sx={{ mt: 1 }}
        error={problem !== null}
        helperText={problem ?? "For example Q = A \\cdot v, \\frac{a}{b}, x^2, \\sqrt{x}"}
        slotProps={{
          htmlInput: { maxLength: longestEquation, spellCheck: false, style: { fontFamily: "var(--mono)" } },
        }}
        onKeyDown={(event) => {
          if (event.key === "Enter" && (event.ctrlKey || event.metaKey)) {
            event.preventDefault();
            if (latex.trim() !== "") apply();
          }
        }}
      />
      <label className="choice">
        <input type="checkbox" checked={isBlock} onChange={(event) => setBlock(event.target.checked)} />
        <span>On a line of its own</span>
      </label>
      <div className="equation-preview prose" aria-live="polite" aria-label="How it will look">
        {shown.trim() === "" ? (
          <span className="quiet">It is shown here as you type.</span>
        ) : (
          <EquationView latex={shown} isBlock={isBlock} />
        )}
      </div>
    </EditorDialog>
  );
}
