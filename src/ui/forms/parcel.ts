/**
 * Sends something large to an action: as a file of JSON in a form. As a plain argument the framework counts
 * each character of it against a limit of a million that is meant for nested lists.
 */
export function parcel(value: unknown): FormData {
  const form = new FormData();
  form.set("parcel", new Blob([JSON.stringify(value)], { type: "application/json" }));
  return form;
}
