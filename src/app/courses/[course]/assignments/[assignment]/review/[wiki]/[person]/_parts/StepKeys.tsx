"use client";
import { useRouter } from "next/navigation";
import { useEffect } from "react";
import { plainKey } from "@/ui/keys/plain-key";

/** The keys p and n go to the student before and the next one, wherever nothing is being typed. */
export function StepKeys({ before, next }: { before: string | null; next: string | null }) {
  const router = useRouter();
  useEffect(() => {
    const step = (event: KeyboardEvent) => {
      const key = plainKey(event);
      const to = key === "n" ? next : key === "p" ? before : null;
      if (to) router.push(to);
    };
    window.addEventListener("keydown", step);
    return () => window.removeEventListener("keydown", step);
  }, [router, before, next]);
  return null;
}
