"use client";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { useScreenKeys } from "@/ui/keys/useScreenKeys";

/** From change to change: by buttons, and by the keys n and p wherever nothing is being typed. */
export function ChangeSteps({ count }: { count: number }) {
  const [at, setAt] = useState(-1);
  const step = (by: 1 | -1) => {
    const changes = [...document.querySelectorAll<HTMLElement>(".compared .block:not([data-state='same'])")];
    if (changes.length === 0) return;
    const next = (at + by + changes.length) % changes.length;
    const found = changes[at < 0 && by < 0 ? changes.length - 1 : next]!;
    found.closest("details")?.setAttribute("open", "");
    found.tabIndex = -1;
    found.focus({ preventScroll: true });
    found.scrollIntoView({ block: "center" });
    setAt(changes.indexOf(found));
  };
  useScreenKeys((key) => {
    if (key === "n") step(1);
    if (key === "p") step(-1);
  });
  if (count === 0) return null;
  return (
    <div className="actions change-steps">
      <span className="quiet" role="status">
        {at < 0 ? `${count} ${count === 1 ? "change" : "changes"}` : `${at + 1} of ${count}`}
      </span>
      <Button size="small" title="Key p" onClick={() => step(-1)}>
        Change before
      </Button>
      <Button size="small" title="Key n" onClick={() => step(1)}>
        Next change
      </Button>
    </div>
  );
}
