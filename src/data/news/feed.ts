/**
 * Somebody's news for a program that collects news: read by whoever has its address, as that person would
 * read them.
 */
import "server-only";
import { eq } from "drizzle-orm";
import * as z from "zod";
import { roleOn } from "../access/read";
import { type Database, database } from "../db/client";
import { person } from "../db/tables/accounts";
import { course } from "../db/tables/courses";
import { newsWish } from "../db/tables/news";
import type { HappeningDto } from "./dto";
import { happenedIn, watchedWikis } from "./read";

export interface FeedDto {
  readonly courseId: string;
  readonly title: string;
  readonly happenings: readonly HappeningDto[];
  /** When the newest of them was; without any, the time that was asked about. */
  readonly updated: Date;
}

const inFeed = 50;

/**
 * The feed at an address; null if it leads nowhere, or to somebody who has left the course. Asked without
 * anybody signed in.
 */
export async function openFeed(db: Database, token: string, now: Date): Promise<FeedDto | null> {
  if (
    !z
      .string()
      .regex(/^[0-9a-z]{32}$/)
      .safeParse(token).success
  )
    return null;
  const [found] = await db
    .select({ courseId: newsWish.courseId, id: person.id, name: person.name, title: course.title })
    .from(newsWish)
    .innerJoin(person, eq(person.id, newsWish.personId))
    .innerJoin(course, eq(course.id, newsWish.courseId))
    .where(eq(newsWish.feedToken, token));
  if (!found) return null;
  const ctx = {
    db,
    viewer: { id: found.id, name: found.name },
    now,
    newId: () => {
      throw new Error("A feed makes nothing");
    },
  };
  if (!(await roleOn(ctx, found.courseId))) return null;
  const happenings = await happenedIn(ctx, found.courseId, await watchedWikis(ctx, found.courseId), {
    most: inFeed,
    withoutMuted: true,
  });
  return { courseId: found.courseId, title: found.title, happenings, updated: happenings[0]?.at ?? now };
}

/** The same, now, in the application's database. */
export async function feedAt(token: string): Promise<FeedDto | null> {
  return openFeed(database(), token, new Date());
}
