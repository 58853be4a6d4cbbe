/**
 * The product's button. It is HTML and a style sheet: the server draws it, and a screen that has nothing but
 * buttons loads no interface library for them.
 */
import type { ComponentProps } from "react";

export interface ButtonLooks {
  /** How much it stands out; at most one button of a screen is filled. */
  readonly variant?: "text" | "outlined" | "contained";
  readonly size?: "small";
}

export function buttonClass({ variant = "text", size }: ButtonLooks, more?: string): string {
  return ["button", variant, size, more].filter(Boolean).join(" ");
}

export function Button({
  variant,
  size,
  className,
  type = "button",
  ...props
}: ButtonLooks & ComponentProps<"button">) {
  return <button type={type} className={buttonClass({ variant, size }, className)} {...props} />;
}
