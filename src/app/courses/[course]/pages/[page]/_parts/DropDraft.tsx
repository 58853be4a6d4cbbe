"use client";
import { useTransition } from "react";
import { Button } from "@/ui/forms/Button";

/** Drops a draft on the server, and what this device has kept of it. */
export function DropDraft({ draftKey, drop }: { draftKey: string; drop: () => Promise<void> }) {
  const [isBusy, startTransition] = useTransition();
  const act = () =>
    startTransition(async () => {
      const { dropAllHere } = await import("@/ui/editor/draft-store");
      await dropAllHere(draftKey);
      await drop().catch(() => {});
    });
  return (
    <Button size="small" disabled={isBusy} onClick={act}>
      Drop it
    </Button>
  );
}
