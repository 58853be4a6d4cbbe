/**
 * A text that was cut out of a longer one keeps all of that in memory, and may outlive it by far: this is one
 * of its own.
 */
export function ownText(text: string): string {
  return ` ${text}`.slice(1);
}
