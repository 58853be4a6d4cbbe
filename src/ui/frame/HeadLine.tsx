"use client";
/**
 * The one line across the top: the place as a trail, each step of which opens the list of its siblings, and at its end
 * who is signed in. On small screens the trail shows the last two steps.
 */
import ExpandMore from "@mui/icons-material/ExpandMore";
import IconButton from "@mui/material/IconButton";
import ListSubheader from "@mui/material/ListSubheader";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useColorScheme } from "@mui/material/styles";
import Link from "next/link";
import { useState, type MouseEvent } from "react";

export interface TrailStep {
  readonly label: string;
  readonly href: string;
  /** What the siblings are, such as "Groups"; shown above their list. */
  readonly siblingsAre?: string;
  readonly siblings?: readonly { readonly label: string; readonly href: string; readonly isHere: boolean }[];
}

export interface HeadLineActions {
  readonly signOut: () => Promise<void>;
  readonly signOutEverywhere: () => Promise<void>;
}

export function HeadLine({ trail, me, actions }: { trail: readonly TrailStep[]; me: string; actions: HeadLineActions }) {
  return (
    <header className="headline">
      <a className="skip-link" href="#main">Skip to the page</a>
      <nav aria-label="Where you are" className="trail">
        <ol>
          <li className="house"><Link href="/courses" aria-label="Tidy Ledger: all courses"><Ruled /></Link></li>
          {trail.map((step, index) => <Step key={step.href} step={step} isLast={index === trail.length - 1} isNear={index >= trail.length - 2} />)}
        </ol>
      </nav>
      <Me name={me} actions={actions} />
    </header>
  );
}

/** The product's sign: a ruled sheet with its sum. */
function Ruled() {
  return (
    <svg width="22" height="22" viewBox="0 0 22 22" aria-hidden="true">
      <rect x="1.5" y="1.5" width="19" height="19" rx="2" fill="var(--bottle)" />
      <path d="M5 7h12M5 11h12" stroke="var(--on-bottle)" strokeWidth="1.2" opacity=".75" />
      <path d="M11 15h6M11 17.2h6" stroke="var(--on-bottle)" strokeWidth="1.2" />
    </svg>
  );
}

function Step({ step, isLast, isNear }: { step: TrailStep; isLast: boolean; isNear: boolean }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const siblings = step.siblings ?? [];
  return (
    <li data-near={isNear}>
      <Link href={step.href} {...(isLast ? { "aria-current": "page" as const } : {})}>{step.label}</Link>
      {siblings.length > 1 && (
        <>
          <IconButton size="small" aria-label={`${step.siblingsAre}: choose another`} aria-haspopup="menu" aria-expanded={anchor !== null} onClick={(event: MouseEvent<HTMLElement>) => setAnchor(event.currentTarget)} sx={{ p: "3px" }}>
            <ExpandMore fontSize="small" />
          </IconButton>
          <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} slotProps={{ paper: { sx: { maxHeight: 420 } } }}>
            <ListSubheader role="presentation">{step.siblingsAre}</ListSubheader>
            {siblings.map((sibling) => (
              <MenuItem key={sibling.href} component={Link} href={sibling.href} selected={sibling.isHere} onClick={() => setAnchor(null)}>{sibling.label}</MenuItem>
            ))}
          </Menu>
        </>
      )}
    </li>
  );
}

function Me({ name, actions }: { name: string; actions: HeadLineActions }) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const { mode, setMode } = useColorScheme();
  const choose = (next: "light" | "dark" | "system") => () => { setMode(next); setAnchor(null); };
  const looks = [["light", "Light"], ["dark", "Dark"], ["system", "As the machine"]] as const;
  return (
    <div className="me">
      <button type="button" aria-haspopup="menu" aria-expanded={anchor !== null} onClick={(event) => setAnchor(event.currentTarget)}>
        <span>{name}</span><ExpandMore fontSize="small" aria-hidden="true" />
      </button>
      <Menu open={anchor !== null} anchorEl={anchor} onClose={() => setAnchor(null)} anchorOrigin={{ vertical: "bottom", horizontal: "right" }} transformOrigin={{ vertical: "top", horizontal: "right" }}>
        <ListSubheader role="presentation">Look</ListSubheader>
        {looks.map(([value, label]) => <MenuItem key={value} role="menuitemradio" aria-checked={mode === value} selected={mode === value} onClick={choose(value)}>{label}</MenuItem>)}
        <ListSubheader role="presentation">Account</ListSubheader>
        <MenuItem onClick={() => void actions.signOut()}>Sign out</MenuItem>
        <MenuItem onClick={() => void actions.signOutEverywhere()}>Sign out on every machine</MenuItem>
      </Menu>
    </div>
  );
}
