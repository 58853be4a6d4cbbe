"use client";
import Button, { type ButtonProps } from "@mui/material/Button";
import Link from "next/link";

/** A link that looks like a button: for going somewhere, not for doing something. */
export function LinkButton({ href, ...props }: ButtonProps & { href: string; scroll?: boolean }) {
  return <Button component={Link} href={href} {...props} />;
}
