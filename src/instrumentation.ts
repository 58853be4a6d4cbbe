/** Called once by each process of the server as it starts, before its first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { startServer } = await import("./jobs/server");
  await startServer();
}

/** Called by the framework with whatever a page, a route or an action threw. */
export async function onRequestError(
  problem: unknown,
  request: { readonly method: string },
  context: { readonly routePath: string; readonly routeType: string },
): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { kindOf, note } = await import("./data/log");
  note(
    "request failed",
    { ...kindOf(problem), method: request.method, route: context.routePath, type: context.routeType },
    "error",
  );
}
