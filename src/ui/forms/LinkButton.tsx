import { Link } from "@/ui/frame/Link";
import type { ComponentProps } from "react";
import { type ButtonLooks, buttonClass } from "./Button";

/** A link that looks like a button: for going somewhere, not for doing something. */
export function LinkButton({
  variant,
  size,
  className,
  ...props
}: ButtonLooks & ComponentProps<typeof Link>) {
  return <Link className={buttonClass({ variant, size }, className)} {...props} />;
}
