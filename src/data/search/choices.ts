/** By what a search can be narrowed: wikis, authors and tags, as far as the viewer may read. */
import "server-only";
import { and, asc, eq, inArray, isNotNull, sql } from "drizzle-orm";
import { pagesToRead } from "../access/readable";
import { person } from "../db/tables/accounts";
import { assignment, standing, wiki } from "../db/tables/wikis";
import { pageTag } from "../db/tables/writing";
import type { ContextIn } from "../session/context";

export interface SearchChoices {
  readonly wikis: readonly { readonly id: string; readonly name: string; readonly assignment: string }[];
  /** Of whom words stand on these pages. */
  readonly authors: readonly { readonly id: string; readonly name: string }[];
  readonly tags: readonly string[];
}

/** Four questions, by index. */
export async function searchChoices(ctx: ContextIn, courseId: string): Promise<SearchChoices> {
  const readable = await pagesToRead(ctx, courseId);
  if (readable.length === 0) return { wikis: [], authors: [], tags: [] };
  const pages = readable.map(({ pageId }) => pageId);
  const ids = [...new Set(readable.map(({ wikiId }) => wikiId))];
  const [wikis, authors, tags] = await Promise.all([
    ctx.db
      .select({ id: wiki.id, name: wiki.name, assignment: assignment.title })
      .from(wiki)
      .innerJoin(
        assignment,
        and(eq(assignment.courseId, wiki.courseId), eq(assignment.id, wiki.assignmentId)),
      )
      .where(and(eq(wiki.courseId, courseId), inArray(wiki.id, ids)))
      .orderBy(asc(assignment.dueAt), asc(wiki.position)),
    ctx.db
      .select({ id: person.id, name: person.name })
      .from(person)
      .where(
        inArray(
          person.id,
          ctx.db
            .select({ id: standing.authorId })
            .from(standing)
            .where(
              and(
                eq(standing.courseId, courseId),
                sql`${standing.pageId} = any(${sql.param(pages)}::text[])`,
                isNotNull(standing.authorId),
              ),
            ),
        ),
      )
      .orderBy(asc(person.name), asc(person.id)),
    ctx.db
      .selectDistinct({ key: pageTag.key, tag: sql<string>`min(${pageTag.tag})` })
      .from(pageTag)
      .where(and(eq(pageTag.courseId, courseId), sql`${pageTag.pageId} = any(${sql.param(pages)}::text[])`))
      .groupBy(pageTag.key)
      .orderBy(asc(pageTag.key)),
  ]);
  return { wikis, authors, tags: tags.map(({ tag }) => tag) };
}
