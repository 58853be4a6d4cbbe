/**
 * A thread that does heavy work, one thing after the other, for the one that answers. Bundled beside the
 * server.
 */
import { parentPort } from "node:worker_threads";
import { heavyWork } from "./work";

interface Asked {
  readonly id: number;
  readonly name: keyof typeof heavyWork;
  readonly given: readonly unknown[];
}

parentPort?.on("message", ({ id, name, given }: Asked) => {
  try {
    parentPort!.postMessage({
      id,
      done: (heavyWork[name] as (...given: readonly unknown[]) => unknown)(...given),
    });
  } catch (problem) {
    parentPort!.postMessage({ id, problem: problem instanceof Error ? problem.message : "unknown" });
  }
});
