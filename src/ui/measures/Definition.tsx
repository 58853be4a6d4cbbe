"use client";
import Popper from "@mui/material/Popper";
import type { DOMAttributes, ReactNode } from "react";
import { Library } from "../theme/Library";

interface Props {
  readonly id: string;
  readonly anchor: HTMLElement;
  /** Keeps it open while the pointer is on it. */
  readonly near: Pick<DOMAttributes<HTMLElement>, "onPointerEnter" | "onPointerLeave">;
  readonly children: ReactNode;
}

/** What a figure is, below its name; above it where there is no room. */
export default function Definition({ id, anchor, near, children }: Props) {
  return (
    <Library>
      <Popper
        open
        anchorEl={anchor}
        placement="bottom"
        role="tooltip"
        id={id}
        className="definition"
        modifiers={[
          { name: "offset", options: { offset: [0, 6] } },
          { name: "preventOverflow", options: { padding: 8 } },
        ]}
        {...near}
      >
        {children}
      </Popper>
    </Library>
  );
}
