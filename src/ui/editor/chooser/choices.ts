/**
 * What `[[` and some letters can mean: a page, a heading, a file, an address, a page that is still to be
 * written.
 */
import { isSafeAddress } from "@/core/document/address";
import { nearTitles } from "@/core/links/near";
import { titleKey } from "@/core/links/titles";
import type { HeadingRef, PageRef } from "../place";

export type Choice =
  | { readonly kind: "page"; readonly page: PageRef }
  | { readonly kind: "heading"; readonly heading: HeadingRef & { readonly id: string } }
  | { readonly kind: "file"; readonly file: { readonly id: string; readonly name: string } }
  | { readonly kind: "address"; readonly href: string }
  | { readonly kind: "promise"; readonly title: string };

interface Known {
  readonly pages: readonly PageRef[];
  readonly headings: readonly HeadingRef[];
  readonly files: readonly { readonly id: string; readonly name: string }[];
}

const most = 8;

/**
 * Pages first, the nearest first among them; then headings of this page, files, and the promise of a page of
 * this title. O(all · length of titles).
 */
export function choicesFor(typed: string, { pages, headings, files }: Known): Choice[] {
  const asked = typed.trim();
  const address = /^(https?:\/\/|mailto:|www\.)/i.test(asked)
    ? asked.startsWith("www.")
      ? `https://${asked}`
      : asked
    : null;
  if (address !== null && isSafeAddress(address)) return [{ kind: "address", href: address }];
  const key = titleKey(asked);
  const has = (text: string) => key !== "" && titleKey(text).includes(key);
  const near = asked === "" ? pages.slice(0, most) : nearTitles(asked, pages, most);
  const found: Choice[] = near.map((page) => ({ kind: "page", page }));
  found.push(
    ...headings
      .flatMap((heading): Choice[] =>
        heading.id !== null && has(heading.text)
          ? [{ kind: "heading", heading: { ...heading, id: heading.id } }]
          : [],
      )
      .slice(0, 3),
  );
  found.push(
    ...files
      .filter(({ name }) => has(name))
      .slice(0, 3)
      .map((file): Choice => ({ kind: "file", file })),
  );
  if (asked !== "" && asked.length <= 200 && !pages.some(({ title }) => titleKey(title) === key))
    found.push({ kind: "promise", title: asked });
  return found;
}
