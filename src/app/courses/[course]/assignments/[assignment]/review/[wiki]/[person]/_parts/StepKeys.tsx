"use client";
import { useRouter } from "next/navigation";
import { useScreenKeys } from "@/ui/keys/useScreenKeys";

/** The keys p and n go to the student before and the next one, wherever nothing is being typed. */
export function StepKeys({ before, next }: { before: string | null; next: string | null }) {
  const router = useRouter();
  useScreenKeys((key) => {
    const to = key === "n" ? next : key === "p" ? before : null;
    if (to) router.push(to);
  });
  return null;
}
