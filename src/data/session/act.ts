/** The one way into what changes something for somebody who is signed in. */
import { note } from "../log";
import { isRefused, type RefusedFor, refusedFor } from "../refusal";
import type { Context } from "./context";

/**
 * `run` for whoever acts as themselves; refused to an instructor who only looks at a course as somebody else.
 */
export function act<Given extends readonly unknown[], Done>(
  run: (ctx: Context, ...given: Given) => Promise<Done>,
) {
  return async (ctx: Context, ...given: Given): Promise<Done | RefusedFor<"only looking">> => {
    const done = ctx.lookingAs ? refusedFor("only looking") : await run(ctx, ...given);
    if (isRefused(done)) note("refused", { account: ctx.viewer.id, code: done.problem.code });
    return done;
  };
}
