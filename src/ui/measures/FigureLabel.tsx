"use client";
/** A figure's name where it heads a column: its definition on hover and focus, and one step further the page that explains it. */
import Tooltip from "@mui/material/Tooltip";
import Link from "next/link";
import { paths } from "../paths";
import { type FigureName, figureWords, reviewFigureWords } from "../words/figures";

export function FigureLabel({ figure, children }: { figure: FigureName; children?: React.ReactNode }) {
  const { label, about } = { ...reviewFigureWords, ...figureWords }[figure];
  const href = paths.measures(figure);
  return (
    <Tooltip describeChild title={<>{about} <Link href={href} className="tooltip-link" tabIndex={-1}>How it comes about</Link></>}>
      <Link href={href} className="figure-label">{children ?? label}</Link>
    </Tooltip>
  );
}
