/** Called once by each process of the server as it starts. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { startJobs } = await import("./jobs/start");
  // A database that is not there yet keeps nobody from reading what says so: the health check tells.
  void keepTrying(startJobs);
}

async function keepTrying(start: () => Promise<void>): Promise<void> {
  for (let wait = 1000; ; wait = Math.min(wait * 2, 60_000)) {
    try {
      return await start();
    } catch {
      await new Promise((resolve) => setTimeout(resolve, wait));
    }
  }
}
