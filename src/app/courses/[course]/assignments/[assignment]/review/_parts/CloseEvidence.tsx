"use client";
import { LinkButton } from "@/ui/forms/LinkButton";
import { useHere } from "@/ui/frame/useHere";

/** Back to the class as it is arranged by now. */
export function CloseEvidence() {
  const here = useHere();
  return <LinkButton href={here({ wiki: null, person: null, figure: null })} scroll={false} size="small" variant="text" aria-label="Close the evidence">Close</LinkButton>;
}
