"use client";
import { useScreenKeys } from "@/ui/keys/useScreenKeys";

/**
 * From student to student by the arrow keys, from group to group by "g", once a name has the focus or by the
 * first press.
 */
export function RowKeys() {
  useScreenKeys((key, event) => {
    const at = document.activeElement;
    const [names, isIn] = [
      [...document.querySelectorAll<HTMLElement>(".review-table .student-link")],
      at?.closest(".review-table") !== null && at !== document.body,
    ];
    const groups = [
      ...document.querySelectorAll<HTMLElement>(".review-table .group-line a:not(.figure-label)"),
    ];
    const own = names.findIndex((name) => name.closest("tr") === at?.closest("tr"));
    const next =
      key === "g"
        ? (groups.find(
            (each) =>
              at === document.body ||
              at === null ||
              (at.compareDocumentPosition(each) & Node.DOCUMENT_POSITION_FOLLOWING) !== 0,
          ) ?? groups[0])
        : !isIn
          ? undefined
          : key === "ArrowDown"
            ? names[own + 1]
            : key === "ArrowUp"
              ? names[own - 1]
              : undefined;
    if (!next) return;
    next.focus();
    next.scrollIntoView({ block: "nearest" });
    event.preventDefault();
  });
  return null;
}
