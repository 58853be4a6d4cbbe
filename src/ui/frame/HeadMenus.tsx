"use client";
/** The menus of the head line, loaded when one is first opened. */
import Divider from "@mui/material/Divider";
import ListSubheader from "@mui/material/ListSubheader";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useColorScheme } from "@mui/material/styles";
import { useEffect, useState } from "react";
import { Link } from "@/ui/frame/Link";
import { forgetDrafts } from "../editor/draft-store";
import { showKeys } from "../keys/KeysHere";
import { paths } from "../paths";
import { Library } from "../theme/Library";
import type { HeadLineActions, Sibling, TrailStep } from "./trail";
import { noAnswer } from "../forms/no-answer";

interface Opened {
  readonly anchor: HTMLElement;
  readonly close: () => void;
}

interface MyProps extends Opened {
  readonly actions: HeadLineActions;
  readonly isOpen: boolean;
}

export function SiblingMenu({
  step,
  ask,
  anchor,
  close,
}: Opened & { step: TrailStep; ask: HeadLineActions["siblings"] }) {
  const { siblingsFrom, siblings: given } = step;
  const [asked, setAsked] = useState<readonly Sibling[] | "failed" | null>(null);
  useEffect(() => {
    let isGone = false;
    if (siblingsFrom)
      void ask(siblingsFrom).then(
        (found) => {
          if (!isGone) setAsked(found);
        },
        () => {
          if (!isGone) setAsked("failed");
        },
      );
    return () => {
      isGone = true;
    };
  }, [siblingsFrom, ask]);
  const siblings = siblingsFrom ? asked : (given ?? []);
  return (
    <Library>
      <Menu open anchorEl={anchor} onClose={close} slotProps={{ paper: { sx: { maxHeight: 420 } } }}>
        <ListSubheader role="presentation">{step.siblingsAre}</ListSubheader>
        {siblings === null && <MenuItem disabled>Looking</MenuItem>}
        {Array.isArray(siblings) && siblings.length <= 1 && (
          <MenuItem disabled>No other that you can read</MenuItem>
        )}
        {siblings === "failed" && <MenuItem onClick={close}>{noAnswer("Open the list again.")}</MenuItem>}
        {Array.isArray(siblings) &&
          siblings.map((sibling: Sibling) => (
            <MenuItem
              key={sibling.href}
              component={Link}
              href={sibling.href}
              selected={sibling.isHere}
              onClick={close}
            >
              {sibling.label}
            </MenuItem>
          ))}
        {step.act && <Divider component="li" />}
        {step.act && (
          <MenuItem component={Link} href={step.act.href} onClick={close}>
            {step.act.label}
          </MenuItem>
        )}
      </Menu>
    </Library>
  );
}

export function MyMenu(props: MyProps) {
  return (
    <Library>
      <MyChoices {...props} />
    </Library>
  );
}

function MyChoices({ actions, anchor, isOpen, close }: MyProps) {
  const { mode, setMode } = useColorScheme();
  const choose = (next: "light" | "dark" | "system") => () => {
    setMode(next);
    close();
  };
  const looks = [
    ["light", "Light"],
    ["dark", "Dark"],
    ["system", "As the machine"],
  ] as const;
  return (
    <Menu
      open={isOpen}
      anchorEl={anchor}
      onClose={close}
      anchorOrigin={{ vertical: "bottom", horizontal: "right" }}
      transformOrigin={{ vertical: "top", horizontal: "right" }}
    >
      <ListSubheader role="presentation">Look</ListSubheader>
      {looks.map(([value, label]) => (
        <MenuItem
          key={value}
          role="menuitemradio"
          aria-checked={mode === value}
          selected={mode === value}
          onClick={choose(value)}
        >
          {label}
        </MenuItem>
      ))}
      <ListSubheader role="presentation">Help</ListSubheader>
      <MenuItem
        onClick={() => {
          close();
          showKeys();
        }}
      >
        <span className="tool-label">Keys</span>
        <kbd>?</kbd>
      </MenuItem>
      <ListSubheader role="presentation">Account</ListSubheader>
      <MenuItem component={Link} href={paths.account()} onClick={close}>
        Password, address, sessions
      </MenuItem>
      <MenuItem onClick={() => void forgetDrafts().then(actions.signOut)}>Sign out</MenuItem>
      <MenuItem onClick={() => void forgetDrafts().then(actions.signOutEverywhere)}>
        Sign out on every machine
      </MenuItem>
    </Menu>
  );
}
