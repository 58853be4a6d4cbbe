import pg from "pg";
import { kindOf, noteSeldom } from "../log";

/** So many milliseconds a connection may take to come about. */
const connectTimeout = 10_000;

/** After so many milliseconds of silence it is asked whether the other end is still there. */
export const stillThereAfter = 60_000;

class Client extends pg.Client {
  constructor(config?: pg.ClientConfig) {
    super({ ...config, connectionTimeoutMillis: connectTimeout });
  }
}

const nothing = () => {};

/**
 * A pool in which a connection that dies takes nothing with it but what was being asked over it. Its place in
 * the pool becomes free when it ends, whether or not whoever holds it gives it back (a transaction that could
 * not even begin does not); and that it ended is told to whoever asks over it, never thrown where nobody can
 * catch it.
 */
export class SteadyPool extends pg.Pool {
  constructor(config: pg.PoolConfig) {
    super({
      idleTimeoutMillis: 0,
      maxLifetimeSeconds: 60 * 60,
      keepAlive: true,
      keepAliveInitialDelayMillis: stillThereAfter,
      ...config,
      Client,
    });
    this.on("error", (problem) => noteSeldom("connection lost", kindOf(problem), "warn"));
    this.on("connect", (client) => client.on("error", nothing));
  }

  override connect(): Promise<pg.PoolClient>;
  override connect(
    callback: (
      err: Error | undefined,
      client: pg.PoolClient | undefined,
      done: (release?: unknown) => void,
    ) => void,
  ): void;
  override connect(
    callback?: (
      err: Error | undefined,
      client: pg.PoolClient | undefined,
      done: (release?: unknown) => void,
    ) => void,
  ): Promise<pg.PoolClient> | void {
    // This is how the pool asks itself for a single statement, which always gives back.
    if (callback) return super.connect(callback);
    return super.connect().then(givenBackAtItsEnd);
  }
}

function givenBackAtItsEnd(client: pg.PoolClient): pg.PoolClient {
  const { release, query } = client;
  let isHeld = true;
  const giveBack = (problem?: Error | boolean) => {
    if (!isHeld) return;
    isHeld = false;
    client.off("end", ended);
    client.query = query;
    release(problem);
  };
  const ended = () => giveBack(true);
  client.release = giveBack;
  client.query = oneAfterTheOther(query.bind(client)) as typeof query;
  return client.once("end", ended);
}

/**
 * What is asked at the same time in a transaction is asked one after the other: a connection answers no other
 * way, and the client's own queue is to be taken away.
 */
function oneAfterTheOther<Asked extends readonly unknown[]>(
  ask: (...asked: Asked) => unknown,
): (...asked: Asked) => Promise<unknown> {
  let last: Promise<unknown> = Promise.resolve();
  return (...asked) => {
    const answer = last.then(() => ask(...asked));
    last = answer.catch(nothing);
    return answer;
  };
}
