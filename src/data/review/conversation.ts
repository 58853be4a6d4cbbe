/**
 * What was said in a wiki, as a conversation: threads in the order in which they began, each with its
 * answers.
 */
import "server-only";
import { inArray } from "drizzle-orm";
import type { Queryable } from "../db/client";
import { person } from "../db/tables/accounts";
import type { WikiWork } from "./work";

export interface SaidDto {
  readonly id: string;
  readonly authorId: string;
  readonly author: string;
  readonly at: Date;
  readonly body: string;
  /** The entry of its page that took it up; null: none that is known. */
  readonly takenUpIn: number | null;
}

export interface ThreadDto extends SaidDto {
  readonly pageId: string;
  readonly page: string;
  readonly answers: readonly SaidDto[];
}

/**
 * Of what was said, on pages that the viewer may read, within the work's period; an answer to something older
 * begins a thread of its own. One query, for names.
 */
export async function conversationOf(
  db: Queryable,
  { work, remarks, pages, hidden }: WikiWork,
): Promise<ThreadDto[]> {
  const said = work.remarks.filter(
    ({ at, page }) => !hidden.has(page) && (work.from === undefined || at >= work.from),
  );
  const authors = [...new Set(said.map(({ author }) => author))];
  const names = new Map(
    authors.length === 0
      ? []
      : (
          await db
            .select({ id: person.id, name: person.name })
            .from(person)
            .where(inArray(person.id, authors))
        ).map(({ id, name }) => [id, name]),
  );
  const threads = new Map<string, ThreadDto & { answers: SaidDto[] }>();
  for (const { id, author, at, page } of said) {
    const { body, parentId, takenUpIn } = remarks.get(id)!;
    const one: SaidDto = {
      id,
      authorId: author,
      author: names.get(author) ?? "",
      at: new Date(at),
      body,
      takenUpIn,
    };
    const thread = parentId === null ? undefined : threads.get(parentId);
    if (thread) thread.answers.push(one);
    else threads.set(id, { ...one, pageId: page, page: pages.get(page)?.title ?? "", answers: [] });
  }
  return [...threads.values()];
}
