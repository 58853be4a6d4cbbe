/**
 * The streams that this process holds open. One that is told to stop ends them first: a server waits for its
 * answers to be through.
 */
const open = new Set<() => void>();
let isWatching = false;
let isStopping = false;

function watch(): void {
  if (isWatching) return;
  isWatching = true;
  for (const signal of ["SIGTERM", "SIGINT"] as const)
    process.once(signal, () => {
      isStopping = true;
      for (const each of [...open]) each();
    });
}

/**
 * Whether the process has been told to stop: a stream that begins now, over a connection that is still there,
 * would keep it.
 */
export function stopsNow(): boolean {
  watch();
  return isStopping;
}

/** `end` is called when the process is told to stop. What it returns forgets it again. */
export function endWithProcess(end: () => void): () => void {
  watch();
  open.add(end);
  return () => void open.delete(end);
}
