export interface PostAnswer {
  /** 0: there was no answer. */
  readonly status: number;
  /** How long to wait before the next try, where that is asked. */
  readonly milliseconds?: number;
}

/** Sends JSON to an address of the application. */
export async function post(address: string, body: unknown): Promise<PostAnswer> {
  try {
    const response = await fetch(address, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body),
    });
    const told = (await response.json().catch(() => null)) as { milliseconds?: number } | null;
    return {
      status: response.status,
      ...(typeof told?.milliseconds === "number" ? { milliseconds: told.milliseconds } : {}),
    };
  } catch {
    return { status: 0 };
  }
}
