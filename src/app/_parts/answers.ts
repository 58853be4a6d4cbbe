/** What an action answers to its form: where to go, what was done, or what is wrong in words. */
export type Answer =
  | { readonly kind: "done"; readonly text?: string; readonly href?: string }
  | { readonly kind: "wrong"; readonly text: string };

/** What `parcel` sent, as it arrived. The data layer checks every field of it. */
export async function unpacked(form: unknown): Promise<unknown> {
  const file = form instanceof FormData ? form.get("parcel") : null;
  return file instanceof File && file.size <= largestParcel
    ? fromJson(await file.text(), largestParcel)
    : null;
}

/** The most characters of a form's content, and of what comes as a parcel: lists of people, starter pages. */
const largestForm = 200_000;
const largestParcel = 12_000_000;

/**
 * A form's whole content, as it arrived in a string of JSON of at most so many characters. The data layer
 * checks every field of it.
 */
export function fromJson(json: unknown, most = largestForm): unknown {
  if (typeof json !== "string" || json.length > most) return null;
  try {
    return JSON.parse(json);
  } catch {
    return null;
  }
}
