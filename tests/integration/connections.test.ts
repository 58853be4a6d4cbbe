/**
 * Connections that die under the data layer: what was asked fails, and whatever is asked next is answered
 * rightly and at once.
 */
import { sql } from "drizzle-orm";
import net from "node:net";
import { inspect } from "node:util";
import { afterEach, expect, inject, test, vi } from "vitest";
import { openDatabase, type Queryable } from "@/data/db/client";
import { listenTo } from "@/data/db/listen";

const databaseUrl = inject("databaseUrl");

/** Stands between a pool and PostgreSQL, and breaks the connection where it is told to. */
async function relay() {
  const server = new URL(databaseUrl);
  const sockets = new Set<net.Socket>();
  let afterRow = false;
  const between = net.createServer((near) => {
    const far = net.connect(Number(server.port), server.hostname);
    for (const socket of [near, far]) {
      sockets.add(socket);
      socket.on("error", () => {});
      socket.on("close", () => {
        near.destroy();
        far.destroy();
      });
    }
    near.pipe(far);
    far.on("data", (bytes) => {
      const row = afterRow ? firstRow(bytes) : null;
      if (!row) return void near.write(bytes);
      afterRow = false;
      near.end(bytes.subarray(0, row.end));
    });
  });
  await new Promise<void>((ready) => between.listen(0, "127.0.0.1", ready));
  const url = new URL(databaseUrl);
  url.port = String((between.address() as net.AddressInfo).port);
  return {
    url: url.href,
    /**
     * Breaks the connection when it has sent the first row of the next answer, and not that the answer is
     * complete.
     */
    breakAfterRow: () => {
      afterRow = true;
    },
    close: () => {
      for (const socket of sockets) socket.destroy();
      between.close();
    },
  };
}

/** Where the first row of an answer ends: messages are a letter, a length that counts itself, and a body. */
function firstRow(bytes: Buffer): { end: number } | null {
  for (let at = 0; at + 5 <= bytes.length; at += 1 + bytes.readUInt32BE(at + 1))
    if (bytes[at] === "D".charCodeAt(0)) return { end: at + 1 + bytes.readUInt32BE(at + 1) };
  return null;
}

const closing: (() => unknown)[] = [];
afterEach(async () => {
  vi.restoreAllMocks();
  for (const close of closing.splice(0).reverse()) await close();
});

test("an answer that breaks off after a row leaves nothing behind in the next one", async () => {
  const broken = await relay();
  closing.push(broken.close);
  const { db, close } = openDatabase(broken.url, 1);
  closing.push(close);
  expect((await db.execute(sql`select 1 as number`)).rows).toEqual([{ number: 1 }]);
  broken.breakAfterRow();
  await expect(db.execute(sql`select number from generate_series(1, 3) number`)).rejects.toThrow();
  const found = (await db.execute(sql`select 7 as number`)).rows;
  expect(found).toEqual([{ number: 7 }]);
});

test("a transaction whose connection dies changes nothing, and leaves its place in the pool", async () => {
  const admin = openDatabase(databaseUrl, 1);
  const { db, close } = openDatabase(databaseUrl, 2);
  closing.push(admin.close, close);
  await admin.db.execute(sql`create table weighed (stone integer)`);
  closing.push(() => admin.db.execute(sql`drop table weighed`));
  const ownBackend = async (tx: Queryable) =>
    (await tx.execute<{ pid: number }>(sql`select pg_backend_pid() as pid`)).rows[0]!.pid;
  const end = (pid: number) => admin.db.execute(sql`select pg_terminate_backend(${pid}::int, 5000)`);
  // More often than the pool has places: one that was lost each time would leave none.
  for (let time = 0; time < 6; time++) {
    await expect(
      db.transaction(async (tx) => {
        await tx.execute(sql`insert into weighed values (1)`);
        await end(await ownBackend(tx));
        // What the dead transaction still asks for must not be done over another connection.
        await tx.execute(sql`insert into weighed values (2)`).catch(() => null);
        await tx.execute(sql`insert into weighed values (3)`);
      }),
    ).rejects.toThrow();
    // Ended while nobody holds it: the pool may hand it out before it hears.
    const idle = await ownBackend(db);
    const [, begun] = await Promise.allSettled([
      end(idle),
      db
        .transaction((tx) => tx.execute(sql`insert into weighed values (4)`))
        .then(
          () => true,
          () => false,
        ),
    ]);
    const whole = begun.status === "fulfilled" && begun.value ? 1 : 0;
    expect((await admin.db.execute(sql`delete from weighed returning stone`)).rows).toEqual(
      Array.from({ length: whole }, () => ({ stone: 4 })),
    );
  }
  expect(
    await Promise.all(
      [1, 2, 3].map(async (stone) => (await db.execute(sql`select ${stone}::int as stone`)).rows),
    ),
  ).toEqual([[{ stone: 1 }], [{ stone: 2 }], [{ stone: 3 }]]);
});

test("a connection that closes just when something is asked is made anew for what is asked next", async () => {
  const made: net.Socket[] = [];
  const connect = net.Socket.prototype.connect;
  vi.spyOn(net.Socket.prototype, "connect").mockImplementation(function (
    this: net.Socket,
    ...how: unknown[]
  ) {
    made.push(this);
    return (connect as (...given: unknown[]) => net.Socket).apply(this, how);
  });
  const { db, close } = openDatabase(databaseUrl, 1);
  closing.push(close);
  for (let time = 0; time < 5; time++) {
    expect((await db.execute(sql`select 1 as number`)).rows).toEqual([{ number: 1 }]);
    // Asked between the end of the socket and the moment in which its end is told.
    await new Promise<void>((done) =>
      setImmediate(() => {
        made.at(-1)!.destroy();
        db.execute(sql`select 2 as number`).then(
          () => done(),
          () => done(),
        );
      }),
    );
  }
  expect((await db.execute(sql`select 3 as number`)).rows).toEqual([{ number: 3 }]);
  expect(made.length).toBeGreaterThan(5);
});

test("what a failed statement says of itself has none of the values in it", async () => {
  const { db, close } = openDatabase(databaseUrl, 1);
  closing.push(close);
  await db.execute(sql`create table named (name text unique)`);
  closing.push(() => db.execute(sql`drop table named`));
  const secret = "what a student wrote";
  await db.execute(sql`insert into named values (${secret})`);
  const problem = await db.execute(sql`insert into named values (${secret})`).then(
    () => null,
    (failed: Error) => failed,
  );
  expect(problem).toMatchObject({ cause: { code: "23505" } });
  expect(`${inspect(problem, { depth: 9 })} ${problem!.stack} ${String(problem)}`).toContain(
    "insert into named",
  );
  expect(
    `${inspect(problem, { depth: 9 })} ${problem!.stack} ${JSON.stringify(problem)} ${inspect(problem!.cause)}`,
  ).not.toContain(secret);
});

test("who listens hears again after their connection was ended", async () => {
  const { db, close } = openDatabase(databaseUrl, 1);
  closing.push(close);
  const heard: string[] = [];
  await listenTo("weather", (told) => heard.push(told));
  const listeners = async () =>
    (
      await db.execute<{ pid: number }>(
        sql`select pid from pg_stat_activity where datname = current_database()
          and query ilike 'listen "weather"'`,
      )
    ).rows;
  await db.execute(sql`select pg_notify('weather', 'rain')`);
  await vi.waitFor(() => expect(heard).toEqual(["rain"]));
  const [first] = await listeners();
  await db.execute(sql`select pg_terminate_backend(${first!.pid}::int, 5000)`);
  await vi.waitFor(async () => expect(await listeners()).toHaveLength(1), 5000);
  await db.execute(sql`select pg_notify('weather', 'sun')`);
  await vi.waitFor(() => expect(heard).toEqual(["rain", "sun"]));
});
