"use client";
import ArrowDropDown from "@mui/icons-material/ArrowDropDown";
import Divider from "@mui/material/Divider";
import ListSubheader from "@mui/material/ListSubheader";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useId, useState, type ReactNode } from "react";
import { flushSync } from "react-dom";

export interface ToolItem {
  readonly label: string;
  /** The keys that do the same. */
  readonly keys?: string;
  readonly act: () => void;
  readonly isOn?: boolean;
  readonly isOff?: boolean;
  /** Drawn in front of the label. */
  readonly sign?: ReactNode;
}

/** Items, lines between them, and headings over some. */
export type ToolEntry = ToolItem | "line" | { readonly heading: string };

interface Props {
  readonly label: string;
  /** What stands on the button; its name otherwise. */
  readonly face?: ReactNode;
  readonly isOn?: boolean;
  readonly entries: readonly ToolEntry[];
}

/**
 * A tool that opens a list of tools. What is chosen is done at once, after the list has given back the focus:
 * done a moment later, the first letters of whoever writes on quickly would still be as they were before.
 */
export function ToolMenu({ label, face, isOn = false, entries }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  const id = useId();
  const close = () => setAnchor(null);
  return (
    <>
      <button
        type="button"
        className="tool menu-tool"
        title={label}
        aria-label={label}
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        {...(anchor ? { "aria-controls": id } : {})}
        data-on={isOn || undefined}
        onMouseDown={(event) => event.preventDefault()}
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {face ?? label}
        <ArrowDropDown fontSize="small" />
      </button>
      <Menu
        id={id}
        anchorEl={anchor}
        open={anchor !== null}
        onClose={close}
        disableRestoreFocus={false}
        slotProps={{ list: { dense: true, "aria-label": label } }}
      >
        {entries.map((entry, index) => {
          if (entry === "line") return <Divider key={index} component="li" />;
          if ("heading" in entry)
            return (
              <ListSubheader key={index} sx={{ lineHeight: "28px", fontSize: 12 }}>
                {entry.heading}
              </ListSubheader>
            );
          const checkable =
            entry.isOn === undefined ? {} : { role: "menuitemcheckbox", "aria-checked": entry.isOn };
          return (
            <MenuItem
              key={index}
              {...checkable}
              disabled={entry.isOff ?? false}
              selected={entry.isOn ?? false}
              onClick={() => {
                flushSync(close);
                entry.act();
              }}
            >
              {entry.sign && (
                <span className="tool-sign" aria-hidden>
                  {entry.sign}
                </span>
              )}
              <span className="tool-label">{entry.label}</span>
              {entry.keys && <kbd>{entry.keys}</kbd>}
            </MenuItem>
          );
        })}
      </Menu>
    </>
  );
}
