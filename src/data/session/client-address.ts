/**
 * Where a request comes from: the other end of its connection, or what a proxy that is trusted says of it.
 */
import { isIPv6 } from "node:net";

/** The header in which the server itself notes the address; whatever a client sends under it is dropped. */
export const addressHeader = "x-tidy-address";

/**
 * The address behind `hops` proxies that each add the address of whom they speak for to the end of a list.
 * Entries before those are anybody's invention. Of a version 6 address the first half, which is one site's.
 */
export function clientAddress(forwarded: string | undefined, peer: string | undefined, hops: number): string {
  const list = [
    ...(forwarded ?? "")
      .slice(0, 2000)
      .split(",")
      .map((each) => each.trim())
      .filter((each) => each !== ""),
    peer ?? "",
  ];
  return site(list[Math.max(0, list.length - 1 - hops)] ?? "");
}

function site(address: string): string {
  const plain = address.startsWith("::ffff:") && address.includes(".") ? address.slice(7) : address;
  if (!isIPv6(plain)) return plain.slice(0, 45);
  const [head = "", tail] = plain.split("::");
  const [before, after] = [
    head === "" ? [] : head.split(":"),
    tail === undefined || tail === "" ? [] : tail.split(":"),
  ];
  const all =
    tail === undefined
      ? before
      : [
          ...before,
          ...Array.from({ length: Math.max(0, 8 - before.length - after.length) }, () => "0"),
          ...after,
        ];
  return `${all
    .slice(0, 4)
    .map((part) => part.replace(/^0+(?=.)/, "").toLowerCase())
    .join(":")}::`;
}
