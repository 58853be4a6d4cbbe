"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState, useTransition } from "react";
import { paths } from "@/ui/paths";

interface Props {
  readonly courseId: string;
  readonly pageId: string;
  readonly at: number;
  readonly newest: number;
  /** What is said of each state, the first entry's first. */
  readonly names: readonly string[];
}

/** Milliseconds for which each state is shown while the growth is played back. */
const showsFor = 900;

/** Goes through the states of a page: by a slider and its keys, or by itself. */
export function PlayBack({ courseId, pageId, at, newest, names }: Props) {
  const router = useRouter();
  const [isPending, startTransition] = useTransition();
  const [shown, setShown] = useState(at);
  const [isPlaying, setPlaying] = useState(false);
  const go = (number: number) => {
    setShown(number);
    startTransition(() => router.replace(paths.who(courseId, pageId, number), { scroll: false }));
  };
  useEffect(() => {
    if (!isPlaying || isPending) return;
    const timer = setTimeout(() => {
      if (shown >= newest) return setPlaying(false);
      go(shown + 1);
    }, showsFor);
    return () => clearTimeout(timer);
  });
  return (
    <div className="play-back">
      <button
        type="button"
        className="plain-button"
        onClick={() => {
          if (!isPlaying && shown >= newest) go(1);
          setPlaying(!isPlaying);
        }}
      >
        {isPlaying ? "Stop" : "Play the growth"}
      </button>
      <input
        type="range"
        min={1}
        max={newest}
        value={shown}
        aria-label="State of the page"
        aria-valuetext={names[shown - 1]}
        onChange={(event) => {
          setPlaying(false);
          go(Number(event.target.value));
        }}
      />
      <span className="quiet">{names[shown - 1]}</span>
    </div>
  );
}
