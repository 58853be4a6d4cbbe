/** Watching a page: what happens on it is told for as long as it is open, and may be read. */
import "server-only";
import { standAtPage } from "../access/read";
import type { Context } from "../session/context";
import type { LiveEvent } from "./dto";
import { type Gathering, gatheringOn } from "./gathering";
import { hearOfSession } from "./hub";
import { beatEvery, giveSigns } from "./presence";

export interface Watch {
  /** Gives a sign of life, and asks again whether the page may be read; the watch ends if not. */
  readonly beat: (now: Date) => Promise<void>;
  readonly end: () => Promise<void>;
}

export interface Watching {
  readonly isWriting: boolean;
  /**
   * The newest entry that the one who watches has before them: a later one is told at once. Null: it is not
   * asked about.
   */
  readonly seen: number | null;
}

/**
 * The most windows of one person that a process tells: the oldest is told to ask again when it is looked at.
 */
const mostWindows = 8;

interface Own {
  readonly gathering: Gathering;
  readonly courseId: string;
  readonly enough: () => void;
}

/** All windows of this process, by the person whose they are, oldest first. */
const windowsOf = new Map<string, Map<string, Own>>();

/**
 * Tells what happens on a page from now on; null if the viewer may not read it. Who looks as somebody else is
 * told, and is not there. A signal is an occasion to ask the database: what is told is what the viewer may
 * know then.
 */
export async function watchPage(
  ctx: Context,
  courseId: string,
  pageId: string,
  { isWriting, seen }: Watching,
  tell: (event: LiveEvent) => void,
): Promise<Watch | null> {
  if (!(await standAtPage(ctx, courseId, pageId))) return null;
  const id = ctx.newId();
  const viewerId = ctx.viewer.id;
  const gathering = await gatheringOn(ctx.db, courseId, pageId);
  const holder = ctx.lookingAs?.by.id ?? viewerId;
  let isOver = false;
  const closed = (event: LiveEvent) => {
    tell(event);
    return end();
  };
  const forget =
    ctx.sessionId === undefined
      ? () => {}
      : await hearOfSession(ctx.sessionId, () => void closed({ kind: "closed" }));
  const own = windowsOf.get(holder) ?? new Map<string, Own>();
  for (const oldest of [...own.values()].slice(0, Math.max(0, own.size + 1 - mostWindows))) oldest.enough();
  own.set(id, { gathering, courseId, enough: () => void closed({ kind: "enough" }) });
  windowsOf.set(holder, own);
  beatAll(ctx);

  async function end(): Promise<void> {
    if (isOver) return;
    isOver = true;
    forget();
    own.delete(id);
    if (own.size === 0 && windowsOf.get(holder) === own) windowsOf.delete(holder);
    await gathering.go(id);
  }

  tell({ kind: "open", id });
  await gathering.enter({
    id,
    viewerId,
    isWriting,
    isLooking: ctx.lookingAs !== undefined,
    seen,
    tell,
    close: () => void end(),
  });
  return { beat: (now) => gathering.beat(now, [id]), end };
}

/**
 * Near which heading a window is, by its id, which only its own browser was told; false: it is not one of
 * this process. Costs no question.
 */
export function moveWindow(id: string, near: string | null): boolean {
  for (const own of windowsOf.values()) {
    const window = own.get(id);
    if (window) return window.gathering.move(id, near);
  }
  return false;
}

let beating: NodeJS.Timeout | undefined;

/**
 * Signs of life of all windows, one statement for each course; and a look on each page whether its windows
 * may still read it.
 */
function beatAll({ db }: Context): void {
  beating ??= setInterval(() => {
    const byCourse = new Map<string, string[]>();
    const gatherings = new Set<Gathering>();
    for (const own of windowsOf.values())
      for (const [id, { courseId, gathering }] of own) {
        byCourse.set(courseId, [...(byCourse.get(courseId) ?? []), id]);
        gatherings.add(gathering);
      }
    const now = new Date();
    for (const [courseId, ids] of byCourse) void giveSigns(db, courseId, ids, now).catch(() => undefined);
    // One page after the other: they need not all be asked about in the same instant.
    void [...gatherings].reduce(
      (turn, each) => turn.then(() => each.beat(now, [])).catch(() => undefined),
      Promise.resolve(),
    );
  }, beatEvery).unref();
}
