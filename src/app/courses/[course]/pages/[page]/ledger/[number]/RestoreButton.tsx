"use client";
import Button from "@mui/material/Button";
import { useRouter } from "next/navigation";
import { useState, useTransition } from "react";
import type { Saved } from "@/data/pages/dto";

/** Brings an entry's text back as a new entry. It can be undone in the same way, so it does not ask first. */
export function RestoreButton({ number, restore, backHref }: { number: number; restore: () => Promise<Saved>; backHref: string }) {
  const router = useRouter();
  const [problem, setProblem] = useState<string | null>(null);
  const [isBusy, startTransition] = useTransition();

  const run = () => startTransition(async () => {
    try {
      const saved = await restore();
      if (saved.kind === "saved") return router.push(backHref);
      if (saved.kind === "unchanged") return setProblem("The page reads like this already. Nothing was changed.");
      setProblem(saved.problem.code === "stale"
        ? "The page was saved by somebody else just now. Nothing was changed; load this screen again first."
        : "You may not change this page any more. Nothing was changed.");
    } catch {
      setProblem("The server did not answer. Nothing was changed; try again.");
    }
  });

  return (
    <>
      <Button variant="contained" onClick={run} disabled={isBusy}>{isBusy ? "Restoring" : `Restore entry ${number}`}</Button>
      <div role="alert" style={{ flexBasis: "100%" }}>{problem && <p className="notice wrong">{problem}</p>}</div>
    </>
  );
}
