"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import type { Progress } from "@/data/assignments/dto";
import { counted, number } from "@/ui/words/counts";

/** How far the making of the wikis has come, while it goes on. It goes on without this screen, too. */
export function MakingWikis({ start, ask }: { start: Progress; ask: () => Promise<Progress | null> }) {
  const router = useRouter();
  const [progress, setProgress] = useState(start);
  useEffect(() => {
    const timer = setInterval(() => {
      ask().then(
        (now) => {
          if (!now) return;
          setProgress(now);
          if (now.made >= now.wanted) {
            clearInterval(timer);
            router.refresh();
          }
          // A server that does not answer once is asked again.
        },
        () => {},
      );
    }, 700);
    return () => clearInterval(timer);
  }, [ask, router]);
  const part = progress.wanted === 0 ? 1 : progress.made / progress.wanted;
  return (
    <section className="section" aria-label="Making the wikis">
      <p role="status" style={{ marginBottom: 8 }}>
        {number(progress.made)} of {counted(progress.wanted, "wiki")} made. You can leave this page: the rest
        is made without you.
      </p>
      <div
        className="progress"
        role="progressbar"
        aria-label="Wikis made"
        aria-valuenow={progress.made}
        aria-valuemin={0}
        aria-valuemax={progress.wanted}
      >
        <span style={{ width: `${Math.round(part * 100)}%` }} />
      </div>
    </section>
  );
}
