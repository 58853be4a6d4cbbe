"use client";
import { buttonClass } from "@/ui/forms/Button";
import { HereLink } from "@/ui/frame/HereLink";

/** Back to the class as it is arranged by now. */
export function CloseEvidence() {
  return (
    <HereLink
      changed={{ wiki: null, person: null, figure: null }}
      className={buttonClass({ size: "small" })}
      aria-label="Close the evidence"
    >
      Close
    </HereLink>
  );
}
