"use client";
import { Link } from "@/ui/frame/Link";
import {
  type FocusEvent,
  type KeyboardEvent,
  lazy,
  type ReactNode,
  Suspense,
  useEffect,
  useId,
  useRef,
  useState,
} from "react";

// Loaded when a definition is first looked at.
const Definition = lazy(() => import("./Definition"));

/** A hand that passes over opens nothing, and one on its way to the definition keeps it, in ms. */
const pause = 120;

/**
 * A name with its definition, which shows on hover and focus; the link leads to the page that explains it.
 */
export function Defined({ about, href, children }: { about: string; href: string; children: ReactNode }) {
  const id = useId();
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const link = useRef<HTMLAnchorElement>(null);
  const waiting = useRef<ReturnType<typeof setTimeout>>(undefined);
  const soon = (next: HTMLElement | null) => {
    clearTimeout(waiting.current);
    waiting.current = setTimeout(() => setAnchor(next), pause);
  };
  useEffect(() => () => clearTimeout(waiting.current), []);
  const near = { onPointerEnter: () => soon(link.current), onPointerLeave: () => soon(null) };
  // A click brings the focus too, but wants to go on.
  const onFocus = ({ currentTarget }: FocusEvent<HTMLElement>) => {
    if (currentTarget.matches(":focus-visible")) soon(currentTarget);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    if (event.key === "Escape") setAnchor(null);
  };
  return (
    <>
      <Link
        ref={link}
        href={href}
        className="figure-label"
        aria-describedby={anchor ? id : undefined}
        onFocus={onFocus}
        onBlur={() => soon(null)}
        onKeyDown={onKeyDown}
        {...near}
      >
        {children}
      </Link>
      {anchor && (
        <Suspense>
          <Definition id={id} anchor={anchor} near={near}>
            {about}{" "}
            <Link href={href} className="tooltip-link" tabIndex={-1}>
              How it comes about
            </Link>
          </Definition>
        </Suspense>
      )}
    </>
  );
}
