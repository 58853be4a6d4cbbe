"use client";
import { useEffect } from "react";
import { plainKey } from "@/ui/keys/plain-key";

/** From student to student by the arrow keys, from group to group by "g", once a name has the focus or by the first press. */
export function RowKeys() {
  useEffect(() => {
    const go = (event: KeyboardEvent) => {
      const at = document.activeElement;
      const key = plainKey(event);
      if (key === null) return;
      const [names, isIn] = [[...document.querySelectorAll<HTMLElement>(".review-table .student-link")], at?.closest(".review-table") !== null && at !== document.body];
      const groups = [...document.querySelectorAll<HTMLElement>(".review-table .group-line a:not(.figure-label)")];
      const own = names.findIndex((name) => name.closest("tr") === at?.closest("tr"));
      const next = key === "g" ? groups.find((each) => at === document.body || at === null || (at.compareDocumentPosition(each) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0) ?? groups[0]
        : !isIn ? undefined : key === "ArrowDown" ? names[own + 1] : key === "ArrowUp" ? names[own - 1] : undefined;
      if (!next) return;
      next.focus();
      next.scrollIntoView({ block: "nearest" });
      event.preventDefault();
    };
    document.addEventListener("keydown", go);
    return () => document.removeEventListener("keydown", go);
  }, []);
  return null;
}
