"use client";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

export function ArchiveButton({
  isArchived,
  setArchived,
}: {
  isArchived: boolean;
  setArchived: (archived: boolean) => Promise<Answer>;
}) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      <Button variant="outlined" disabled={isBusy} onClick={() => void act(() => setArchived(!isArchived))}>
        {isArchived ? "Open the course again" : "Archive the course"}
      </Button>
      <Said said={said} />
    </>
  );
}
