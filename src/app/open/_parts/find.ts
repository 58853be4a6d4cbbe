import { cache } from "react";
import { openedBy, openedPage } from "@/data/doors/links";
import { guestContext } from "@/data/session/guest";

/**
 * What a readers' link opens and one of its pages, the first if null; asked once a request. Null if it opens
 * no such thing.
 */
export const findOpened = cache(async (token: string, pageId: string | null) => {
  const found = token.length <= 64 ? await openedBy(await guestContext(), token) : null;
  const page = found && (await openedPage(found.reader, found.names, pageId ?? found.opened.firstPageId));
  return found && page ? { opened: found.opened, page, now: found.reader.now } : null;
});
