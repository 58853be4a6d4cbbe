"use client";
import { lazy, Suspense, useState } from "react";
import { Button } from "@/ui/forms/Button";
import type { ActedOn } from "./PageMenu";

// Loaded when it is first opened: whoever only reads does without.
const menu = () => import("./PageMenu");
const PageMenu = lazy(menu);

/** What can be done with a page besides writing it. */
export function PageActs(page: ActedOn) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  return (
    <>
      <Button
        variant="outlined"
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        onClick={(event) => setAnchor(event.currentTarget)}
        onPointerEnter={() => void menu()}
        onFocus={() => void menu()}
      >
        More
      </Button>
      <Suspense>
        {anchor && <PageMenu page={page} anchor={anchor} close={() => setAnchor(null)} say={setProblem} />}
      </Suspense>
      {problem && (
        <p role="alert" className="why notice wrong">
          {problem}
        </p>
      )}
    </>
  );
}
