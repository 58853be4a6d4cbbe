/**
 * What a failed query says of itself: the statement and what was wrong, and never the values, which are what
 * people wrote.
 */
import { DrizzleQueryError } from "drizzle-orm";

/** Where PostgreSQL quotes values. */
const quoting = ["detail", "where", "internalQuery"];

// The library sets these as it makes an error, and puts the values into the message: setting them is caught
// here, since whatever prints errors (and there are several) prints their fields, their causes, and their
// stacks.
Object.defineProperties(DrizzleQueryError.prototype, {
  params: {
    set(this: DrizzleQueryError) {
      this.message = `Failed query: ${this.query}`;
    },
    get: () => undefined,
  },
  cause: {
    set(this: DrizzleQueryError, cause: unknown) {
      if (cause instanceof Error)
        for (const field of quoting)
          if (field in cause) Object.defineProperty(cause, field, { enumerable: false });
      Object.defineProperty(this, "cause", {
        value: cause,
        enumerable: false,
        configurable: true,
        writable: true,
      });
    },
    get: () => undefined,
  },
});
