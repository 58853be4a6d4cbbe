/** What an address of a statement asks for: a filter, and a line to be opened. */
import * as z from "zod";
import { type FigureName, figureNames } from "@/core/credit/figure-table";
import { findEntry } from "@/data/ledger/read";
import type { Context } from "@/data/session/context";
import type { Opened } from "./OpenedEntry";
import type { Shown } from "./statement-lines";

const kind = z.enum(["entries", "comments"]).catch("entries");

export function shownOf(asked: Readonly<Record<string, string | string[] | undefined>>): Shown {
  return {
    page: typeof asked.page === "string" ? asked.page.slice(0, 60) : null,
    kind: typeof asked.kind === "string" ? kind.parse(asked.kind) : null,
  };
}

const figure = z.enum(figureNames);

/** The figure that is opened; null: none is. */
export function figureOf(asked: Readonly<Record<string, string | string[] | undefined>>): FigureName | null {
  return figure.safeParse(asked.figure).data ?? null;
}

/** `open` is "page:number". The entry is asked for as any reader of the page would ask for it. */
export async function openedOf(
  ctx: Context,
  courseId: string,
  asked: Readonly<Record<string, string | string[] | undefined>>,
): Promise<Opened | null> {
  const found = typeof asked.open === "string" ? /^([A-Za-z0-9_-]{1,60}):(\d{1,9})$/.exec(asked.open) : null;
  if (!found) return null;
  const [pageId, number] = [found[1]!, Number(found[2])];
  return { pageId, number, entry: await findEntry(ctx, courseId, pageId, number) };
}
