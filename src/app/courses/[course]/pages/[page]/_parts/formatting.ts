/**
 * Formatting in a field of plain text: marks are put around what is selected, or before its lines; a second
 * time takes them away.
 */

import type { Format } from "./formats";

export interface Field {
  readonly text: string;
  readonly from: number;
  readonly to: number;
}

export function formatted(field: Field, format: Format): Field {
  return "around" in format ? around(field, format.around) : before(field, format.before);
}

function around({ text, from, to }: Field, mark: string): Field {
  const [head, inside, tail] = [text.slice(0, from), text.slice(from, to), text.slice(to)];
  const isMarked = head.endsWith(mark) && tail.startsWith(mark) && (mark === "**" || !head.endsWith("**"));
  if (isMarked)
    return {
      text: head.slice(0, -mark.length) + inside + tail.slice(mark.length),
      from: from - mark.length,
      to: to - mark.length,
    };
  // Behind what was typed between two marks, the same key leaves them.
  if (inside === "" && tail.startsWith(mark)) return { text, from: from + mark.length, to: to + mark.length };
  return { text: head + mark + inside + mark + tail, from: from + mark.length, to: to + mark.length };
}

function before({ text, from, to }: Field, mark: string): Field {
  const start = from === 0 ? 0 : text.lastIndexOf("\n", from - 1) + 1;
  const lines = text.slice(start, to).split("\n");
  const isMarked = lines.every((line) => line.startsWith(mark));
  const changed = lines.map((line) => (isMarked ? line.slice(mark.length) : mark + line)).join("\n");
  const shift = (isMarked ? -1 : 1) * mark.length;
  return {
    text: text.slice(0, start) + changed + text.slice(to),
    from: Math.max(start, from + shift),
    to: to + shift * lines.length,
  };
}
