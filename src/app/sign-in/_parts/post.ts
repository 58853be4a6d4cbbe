/** Sends JSON to an address of the application; the answer's status, or 0 if there was no answer. */
export async function post(address: string, body: unknown): Promise<number> {
  try {
    const response = await fetch(address, { method: "POST", headers: { "content-type": "application/json" }, body: JSON.stringify(body) });
    return response.status;
  } catch {
    return 0;
  }
}
