/**
 * All windows of this process that have one page open. What happens there is asked of the database once for
 * all of them, at most so often, and told to each as much as it may know then.
 */
import "server-only";
import { and, desc, eq, inArray } from "drizzle-orm";
import { readersAmong } from "../access/readers";
import type { Database } from "../db/client";
import { person } from "../db/tables/accounts";
import { entry } from "../db/tables/wikis";
import { newId } from "../session/ids";
import type { HereDto, LiveEvent } from "./dto";
import { hearOf } from "./hub";
import { arrive, giveSigns, leave, peopleHere, putNear } from "./presence";
import { send, type Signal } from "./signal";

/** Milliseconds between two looks: what comes in between is told together. */
const lookEvery = 250;
/** Milliseconds for which the first who comes waits for others. */
const firstLook = 40;

/** So many are named to each window: of a whole lecture nobody reads all names. */
const mostNamed = 40;

export interface OpenWindow {
  readonly id: string;
  readonly viewerId: string;
  readonly isWriting: boolean;
  /** Somebody who looks as another: told what that one would be, and not there. */
  readonly isLooking: boolean;
  /** The newest entry that it showed, until what came later has been told. */
  seen: number | null;
  readonly tell: (event: LiveEvent) => void;
  /** Takes the window out: it was told that it is closed. */
  readonly close: () => void;
}

/** By which this process knows its own signals. */
const ownProcess = newId();

const gatherings = new Map<string, Promise<Gathering>>();

/** The gathering on a page, made if there is none. */
export async function gatheringOn(db: Database, courseId: string, pageId: string): Promise<Gathering> {
  const key = `${courseId} ${pageId}`;
  const made = gatherings.get(key) ?? Gathering.on(db, courseId, pageId, () => gatherings.delete(key));
  gatherings.set(key, made);
  return made.catch((problem: unknown) => {
    if (gatherings.get(key) === made) gatherings.delete(key);
    throw problem;
  });
}

export class Gathering {
  private readonly windows = new Map<string, OpenWindow & { here?: string }>();
  private arrived: OpenWindow[] = [];
  private left: string[] = [];
  private near = new Map<string, string | null>();
  private heard: Signal[] = [];
  private looking: Promise<void> | null = null;
  private turn: Promise<void> = Promise.resolve();
  private lastLook = 0;
  private isOver = false;
  private forget: () => void = () => {};

  private constructor(
    private readonly db: Database,
    private readonly courseId: string,
    private readonly pageId: string,
    private readonly over: () => void,
  ) {}

  static async on(db: Database, courseId: string, pageId: string, over: () => void): Promise<Gathering> {
    const made = new Gathering(db, courseId, pageId, over);
    made.forget = await hearOf(courseId, pageId, (signal) => made.hear(signal));
    return made;
  }

  /** Lets a window in; kept once it has been told who is here. */
  async enter(window: OpenWindow): Promise<void> {
    this.windows.set(window.id, window);
    if (!window.isLooking) this.arrived.push(window);
    if (this.isOver) {
      // The last window went while this one was on its way.
      this.isOver = false;
      this.forget = await hearOf(this.courseId, this.pageId, (signal) => this.hear(signal));
    }
    await this.look(null);
  }

  async go(id: string): Promise<void> {
    const window = this.windows.get(id);
    if (!this.windows.delete(id) || !window) return;
    if (!window.isLooking) this.left.push(id);
    await this.look(null);
  }

  /** Near which heading a window is; false: it is not one of these. */
  move(id: string, near: string | null): boolean {
    const window = this.windows.get(id);
    if (!window || window.isLooking) return false;
    this.near.set(id, near);
    void this.look(null);
    return true;
  }

  /** Signs of life for all windows, and a look whether each may still read the page. */
  async beat(now: Date, ids: readonly string[] = [...this.windows.keys()]): Promise<void> {
    if (ids.length > 0) await giveSigns(this.db, this.courseId, ids, now);
    await this.look(now);
  }

  private hear(signal: Signal): void {
    if (signal.from === ownProcess) return;
    this.heard.push(signal);
    void this.look(null);
  }

  /**
   * What is asked for while a look is awaited is found by it. One look after the other, so that what is told
   * last is what holds.
   */
  private look(now: Date | null): Promise<void> {
    if (now) return (this.turn = this.turn.then(() => this.lookNow(now)));
    this.looking ??= new Promise<void>((done) =>
      setTimeout(done, Math.max(firstLook, this.lastLook + lookEvery - Date.now())).unref(),
    ).then(() => {
      this.looking = null;
      return (this.turn = this.turn.then(() => this.lookNow(new Date())));
    });
    return this.looking;
  }

  private async lookNow(now: Date): Promise<void> {
    this.lastLook = Date.now();
    // A database that is away for a moment: with the next look it is told. What cannot be written keeps
    // nobody from being told.
    const later = () => undefined;
    await this.write(now).catch(later);
    await this.tellAll(now).catch(later);
    if (this.windows.size === 0 && this.left.length === 0 && this.arrived.length === 0) {
      this.isOver = true;
      this.forget();
      this.over();
    }
  }

  /** Brings who is here, and where, to the database, and tells other processes. */
  private async write(now: Date): Promise<void> {
    const [gone, come, near] = [this.left, this.arrived.filter(({ id }) => this.windows.has(id)), this.near];
    if (gone.length + come.length + near.size === 0) return;
    [this.left, this.arrived, this.near] = [[], [], new Map()];
    try {
      if (come.length > 0)
        await arrive(
          this.db,
          this.courseId,
          this.pageId,
          come.map(({ id, viewerId, isWriting }) => ({ id, personId: viewerId, isWriting })),
          now,
        );
      if (gone.length > 0) await leave(this.db, this.courseId, gone);
      if (near.size > 0) await putNear(this.db, this.courseId, near);
      await send(this.db, {
        courseId: this.courseId,
        pageId: this.pageId,
        kind: "here",
        by: null,
        from: ownProcess,
      });
    } catch (problem) {
      this.left.push(...gone);
      this.arrived.push(...come);
      this.near = new Map([...near, ...this.near]);
      throw problem;
    }
  }

  private async tellAll(now: Date): Promise<void> {
    const windows = [...this.windows.values()];
    if (windows.length === 0) return;
    const readers = await readersAmong(
      this.db,
      this.courseId,
      this.pageId,
      [...new Set(windows.map(({ viewerId }) => viewerId))],
      now,
    );
    const people = readers.size > 0 ? await peopleHere(this.db, this.courseId, this.pageId, now) : [];
    const here = hereFor(people);
    const newest = await this.newestFor(windows);
    // Taken only now: what was heard stays for the next look if a question fails.
    const heard = [...this.heard];
    const names = await this.namesOf(heard);
    this.heard.splice(0, heard.length);
    const events = new Map<string, LiveEvent>();
    const happened = (kind: "entry" | "comment", by: string, number: number): LiveEvent => {
      const key = `${kind} ${number} ${by}`;
      const known = events.get(key) ?? (kind === "entry" ? { kind, number, by } : { kind, by });
      events.set(key, known);
      return known;
    };
    for (const window of windows) {
      if (!this.windows.has(window.id)) continue;
      if (!readers.has(window.viewerId)) {
        window.tell({ kind: "closed" });
        window.close();
        continue;
      }
      const { key, event } = here(window.viewerId);
      if (window.here !== key) window.tell(event);
      window.here = key;
      for (const { kind, by, number } of heard) {
        if (kind === "here" || by === window.viewerId) continue;
        const name = by === null ? "" : (names.get(by) ?? "");
        window.tell(happened(kind, name, number ?? 0));
      }
      if (
        window.seen !== null &&
        newest &&
        newest.number > window.seen &&
        newest.authorId !== window.viewerId &&
        !heard.some(({ kind, number }) => kind === "entry" && number === newest.number)
      ) {
        window.tell({ kind: "entry", number: newest.number, by: newest.name ?? "" });
      }
      window.seen = null;
    }
  }

  private async namesOf(heard: readonly Signal[]): Promise<Map<string, string>> {
    const ids = [...new Set(heard.flatMap(({ kind, by }) => (kind === "here" || by === null ? [] : [by])))];
    const rows =
      ids.length === 0
        ? []
        : await this.db
            .select({ id: person.id, name: person.name })
            .from(person)
            .where(inArray(person.id, ids));
    return new Map(rows.map(({ id, name }) => [id, name]));
  }

  /** The page's newest entry, if some window may not have it yet. */
  private async newestFor(windows: readonly OpenWindow[]) {
    if (!windows.some(({ seen }) => seen !== null)) return null;
    const [found] = await this.db
      .select({ number: entry.number, authorId: entry.authorId, name: person.name })
      .from(entry)
      .leftJoin(person, eq(person.id, entry.authorId))
      .where(and(eq(entry.courseId, this.courseId), eq(entry.pageId, this.pageId)))
      .orderBy(desc(entry.number))
      .limit(1);
    return found ?? null;
  }
}

type Here = Extract<LiveEvent, { kind: "here" }>;

/**
 * What is told of who is here, by whom it is told to; made once for all who are not named in it themselves.
 */
function hereFor(
  all: readonly HereDto[],
): (viewerId: string) => { readonly key: string; readonly event: Here } {
  const inOrder = [...all.filter(({ isWriting }) => isWriting), ...all.filter(({ isWriting }) => !isWriting)];
  const places = new Map(inOrder.map(({ id }, at) => [id, at]));
  const made = new Map<number, { readonly key: string; readonly event: Here }>();
  return (viewerId) => {
    // Nobody is told of themselves: for those who are not named among the first it is the same list.
    const own = places.get(viewerId) ?? inOrder.length;
    const place = own >= mostNamed && own < inOrder.length ? mostNamed : own;
    const known = made.get(place);
    if (known) return known;
    const people = inOrder
      .slice(0, mostNamed + 1)
      .filter((_, at) => at !== place)
      .slice(0, mostNamed);
    const event: Here = {
      kind: "here",
      people,
      more: inOrder.length - (own < inOrder.length ? 1 : 0) - people.length,
    };
    const told = { key: JSON.stringify(event), event };
    made.set(place, told);
    return told;
  };
}
