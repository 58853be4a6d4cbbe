"use client";
import Checkbox from "@mui/material/Checkbox";
import ListItemText from "@mui/material/ListItemText";
import Menu from "@mui/material/Menu";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import { Button } from "../forms/Button";
import { listed } from "../words/counts";

interface Props {
  readonly teammates: readonly { readonly id: string; readonly name: string }[];
  readonly chosen: readonly string[];
  readonly choose: (ids: readonly string[]) => void;
}

/** Who wrote the entry too. They are asked, and count once they confirm it. */
export function CoWriters({ teammates, chosen, choose }: Props) {
  const [anchor, setAnchor] = useState<HTMLElement | null>(null);
  if (teammates.length === 0) return null;
  const names = teammates.filter(({ id }) => chosen.includes(id)).map(({ name }) => name);
  return (
    <>
      <Button
        aria-haspopup="menu"
        aria-expanded={anchor !== null}
        title="Teammates who wrote this with you: the words count for all of you, once they confirm it"
        onClick={(event) => setAnchor(event.currentTarget)}
      >
        {names.length === 0 ? "Written together" : `With ${listed(names)}`}
      </Button>
      <Menu
        anchorEl={anchor}
        open={anchor !== null}
        onClose={() => setAnchor(null)}
        slotProps={{ list: { "aria-label": "Written together with" } }}
      >
        {teammates.map(({ id, name }) => (
          <MenuItem
            key={id}
            role="menuitemcheckbox"
            aria-checked={chosen.includes(id)}
            dense
            onClick={() =>
              choose(chosen.includes(id) ? chosen.filter((each) => each !== id) : [...chosen, id])
            }
          >
            <Checkbox
              checked={chosen.includes(id)}
              size="small"
              tabIndex={-1}
              disableRipple
              sx={{ p: 0, mr: 1 }}
              slotProps={{ input: { "aria-hidden": true } }}
            />
            <ListItemText>{name}</ListItemText>
          </MenuItem>
        ))}
      </Menu>
    </>
  );
}
