import NextLink from "next/link";
import type { ComponentProps } from "react";

/**
 * A link within the application. Nothing is fetched before it is followed: all screens depend on who looks
 * and on the moment, so that what could be fetched ahead is next to nothing, and each link that comes into
 * sight would cost the server a request.
 */
export function Link(props: Omit<ComponentProps<typeof NextLink>, "prefetch">) {
  return <NextLink {...props} prefetch={false} />;
}
