"use client";
import { type ComponentProps, useEffect, useRef, useSyncExternalStore } from "react";

const never = () => () => {};

/**
 * A form whose fields and buttons wait for the script that sends them. Until then a browser would send the
 * form in its own way: what was typed would stand in the address, or be gone.
 */
export function SteadyForm({ children, ...form }: ComponentProps<"form">) {
  const isAlive = useSyncExternalStore(
    never,
    () => true,
    () => false,
  );
  const fields = useRef<HTMLFieldSetElement>(null);
  // A field that waits takes no focus; the one that the page asked for gets it now.
  useEffect(() => {
    if (isAlive) fields.current?.querySelector<HTMLElement>("[autofocus]")?.focus();
  }, [isAlive]);
  return (
    <form method="post" {...form}>
      <fieldset ref={fields} className="steady" disabled={!isAlive}>
        {children}
      </fieldset>
    </form>
  );
}
