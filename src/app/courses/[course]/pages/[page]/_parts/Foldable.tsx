"use client";
import { useId, useState, type ReactNode } from "react";
import { Chevron } from "@/ui/frame/Chevron";

/** Folded behind its label on small screens, until it is asked for; simply there on wide ones. */
export function Foldable({ label, children }: { label: string; children: ReactNode }) {
  const [isOpen, setOpen] = useState(false);
  const id = useId();
  return (
    <>
      <button
        type="button"
        className="unfold"
        aria-expanded={isOpen}
        aria-controls={id}
        onClick={() => setOpen(!isOpen)}
      >
        {label}
        <Chevron />
      </button>
      <div id={id} className="folded-part" data-open={isOpen}>
        {children}
      </div>
    </>
  );
}
