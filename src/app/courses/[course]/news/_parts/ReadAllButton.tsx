"use client";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { readAll } from "../actions";

export function ReadAllButton({ courseId, wiki }: { courseId: string; wiki: string | null }) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      <Button variant="outlined" disabled={isBusy} onClick={() => void act(() => readAll(courseId, wiki))}>
        Mark all as seen
      </Button>
      <Said said={said} />
    </>
  );
}
