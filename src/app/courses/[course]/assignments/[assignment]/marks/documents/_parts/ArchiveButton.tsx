"use client";
import { useEffect, useState } from "react";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";

interface Archive {
  readonly id: string;
  readonly made: number;
  readonly wanted: number;
  readonly isDone: boolean;
  readonly failed: boolean;
  readonly told?: string;
}

interface Props {
  readonly archive: Archive | null;
  /** "24 documents". */
  readonly count: string;
  readonly base: string;
  readonly ask: () => Promise<Answer>;
  readonly progress: () => Promise<Archive | null>;
  readonly isReadOnly: boolean;
}

const lookEvery = 1000;

/** Asks for the archive, shows how far it is, and hands it over. */
export function ArchiveButton({ archive: known, count, base, ask, progress, isReadOnly }: Props) {
  const [seen, setSeen] = useState<Archive | null>(null);
  const { act, said, isBusy } = useAct();
  const archive = seen ?? known;
  const isMaking = archive !== null && !archive.isDone;
  useEffect(() => {
    if (!isMaking) return;
    const timer = setInterval(
      () =>
        void progress()
          .then((found) => {
            if (found) setSeen(found);
          })
          .catch(() => {}),
      lookEvery,
    );
    return () => clearInterval(timer);
  }, [isMaking, progress]);
  const start = () =>
    void act(ask).then(async (isDone) => {
      if (isDone) setSeen(await progress().catch(() => null));
    });
  return (
    <div className="archive-line" aria-live="polite">
      {isMaking && (
        <p>
          <progress value={archive.made} max={archive.wanted} aria-label="Documents made" /> {archive.made} of{" "}
          {archive.wanted} made. It goes on if you leave.
        </p>
      )}
      {archive?.isDone && !archive.failed && (
        <p>
          <a href={`${base}/${archive.id}`} download>
            Save the archive ({archive.made} documents)
          </a>
          {archive.told && <span className="quiet"> made {archive.told}; kept for 7 days</span>}
        </p>
      )}
      {archive?.failed && (
        <p className="notice wrong">
          The archive could not be made: the person who asked for it is no longer an instructor of the course.
        </p>
      )}
      {!isReadOnly && (
        <Button variant="outlined" disabled={isBusy || isMaking} onClick={start}>
          {isMaking
            ? "Making the archive"
            : archive?.isDone
              ? `Make it anew (${count})`
              : `Make one archive of ${count}`}
        </Button>
      )}
      <Said said={said} />
    </div>
  );
}
