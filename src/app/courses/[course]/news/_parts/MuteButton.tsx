"use client";
import { useAct } from "@/ui/forms/useAct";
import { mute } from "../actions";

/** Hears nothing of a page any more. */
export function MuteButton({ courseId, page, title }: { courseId: string; page: string; title: string }) {
  const { act, said, isBusy } = useAct();
  return (
    <>
      <button
        type="button"
        className="plain-button"
        disabled={isBusy}
        aria-label={`Mute ${title}`}
        onClick={() => void act(() => mute(courseId, "page", page, true))}
      >
        Mute
      </button>
      {said?.kind === "wrong" && (
        <span className="field-problem" role="alert">
          {said.text}
        </span>
      )}
    </>
  );
}
