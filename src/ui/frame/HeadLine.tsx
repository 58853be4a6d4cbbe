"use client";
/**
 * The one line across the top: the place as a trail, each step of which opens the list of its siblings, and
 * at its end who is signed in. On small screens the trail shows the last two steps.
 */
import { Link } from "@/ui/frame/Link";
import { lazy, type ReactNode, Suspense, useState } from "react";
import { Chevron } from "./Chevron";
import type { HeadLineActions, TrailStep } from "./trail";

const menus = () => import("./HeadMenus");
const SiblingMenu = lazy(() => menus().then(({ SiblingMenu: component }) => ({ default: component })));
const MyMenu = lazy(() => menus().then(({ MyMenu: component }) => ({ default: component })));
/** Loads the menus before they are wanted: when a hand or the focus comes near. */
const nearing = { onPointerEnter: () => void menus(), onFocus: () => void menus() };

export function HeadLine({
  trail,
  me,
  sign,
  search,
  actions,
}: {
  trail: readonly TrailStep[];
  me: string;
  /** The product's sign, and the way to search: drawn by the server, so that no script has to. */
  sign: ReactNode;
  search: ReactNode;
  actions: HeadLineActions;
}) {
  return (
    <header className="headline">
      <a className="skip-link" href="#main">
        Skip to the page
      </a>
      <nav aria-label="Where you are" className="trail">
        <ol>
          <li className="house">
            <Link href="/courses" aria-label="Tidy Ledger: all courses">
              {sign}
            </Link>
          </li>
          {trail.map((step, index) => (
            <Step
              key={step.href}
              step={step}
              ask={actions.siblings}
              isLast={index === trail.length - 1}
              isNear={index >= trail.length - 2}
            />
          ))}
        </ol>
      </nav>
      {search}
      <Me name={me} actions={actions} />
    </header>
  );
}

function Step({
  step,
  ask,
  isLast,
  isNear,
}: {
  step: TrailStep;
  ask: HeadLineActions["siblings"];
  isLast: boolean;
  isNear: boolean;
}) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  return (
    <li data-near={isNear}>
      <Link href={step.href} {...(isLast ? { "aria-current": "page" as const } : {})}>
        {step.label}
      </Link>
      {(step.siblingsFrom || (step.siblings?.length ?? 0) > 1 || step.act) && (
        <button
          type="button"
          className="icon-button"
          aria-label={`${step.siblingsAre}: choose another`}
          aria-haspopup="menu"
          aria-expanded={anchor !== null}
          onClick={(event) => setAnchor(event.currentTarget)}
          {...nearing}
        >
          <Chevron />
        </button>
      )}
      {anchor && (
        <Suspense>
          <SiblingMenu step={step} ask={ask} anchor={anchor} close={() => setAnchor(null)} />
        </Suspense>
      )}
    </li>
  );
}

function Me({ name, actions }: { name: string; actions: HeadLineActions }) {
  // The menu stays when it is closed: what was chosen in it takes effect then.
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const [isOpen, setOpen] = useState(false);
  return (
    <div className="me">
      <button
        type="button"
        aria-haspopup="menu"
        aria-expanded={isOpen}
        onClick={(event) => {
          setAnchor(event.currentTarget);
          setOpen(true);
        }}
        {...nearing}
      >
        <span>{name}</span>
        <Chevron />
      </button>
      {anchor && (
        <Suspense>
          <MyMenu actions={actions} anchor={anchor} isOpen={isOpen} close={() => setOpen(false)} />
        </Suspense>
      )}
    </div>
  );
}
