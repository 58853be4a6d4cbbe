/**
 * The key that was pressed by itself, with nothing being typed into and nothing open over the screen: one
 * that may do something on the screen as a whole. Null otherwise.
 */
export function plainKey(event: KeyboardEvent): string | null {
  if (event.ctrlKey || event.metaKey || event.altKey || event.defaultPrevented) return null;
  return event.target instanceof Element &&
    event.target.closest("input, textarea, select, [contenteditable='true'], [role=dialog], [role=menu]")
    ? null
    : event.key;
}
