"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { end, prolong } from "../actions";

const refreshEvery = 10_000;

/** Ending a room or letting it go on. While it is open, the screen looks every ten seconds who has come. */
export function RoomActs({
  courseId,
  roomId,
  isOpen,
}: {
  courseId: string;
  roomId: string;
  isOpen: boolean;
}) {
  const router = useRouter();
  const { act, said, isBusy } = useAct();
  useEffect(() => {
    if (!isOpen) return;
    const timer = setInterval(() => {
      if (document.visibilityState === "visible") router.refresh();
    }, refreshEvery);
    return () => clearInterval(timer);
  }, [isOpen, router]);
  return (
    <div className="room-acts">
      <div className="actions">
        {isOpen && (
          <Button variant="outlined" onClick={() => window.print()}>
            Print
          </Button>
        )}
        <Button
          variant="outlined"
          disabled={isBusy}
          onClick={() => void act(() => prolong(courseId, roomId, 15))}
        >
          {isOpen ? "15 minutes more" : "Go on for 15 minutes"}
        </Button>
        {isOpen && (
          <Button variant="contained" disabled={isBusy} onClick={() => void act(() => end(courseId, roomId))}>
            End now
          </Button>
        )}
      </div>
      <Said said={said} />
    </div>
  );
}
