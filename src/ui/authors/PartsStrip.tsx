/** Each author's part of a text: a strip, and the list that says it in figures. */
import { counted, percent } from "../words/counts";
import { AuthorMark, authorFill } from "./AuthorMark";

export interface Part {
  readonly id: string;
  readonly name: string;
  readonly mark: number | null;
  readonly words: number;
}

export function PartsStrip({ parts, label }: { parts: readonly Part[]; label: string }) {
  const sum = parts.reduce((total, part) => total + part.words, 0);
  return (
    <div>
      <div
        className="parts-strip"
        role="img"
        aria-label={`${label}: ${
          parts
            .filter((part) => part.words > 0)
            .map((part) => `${part.name} ${percent(part.words / sum)}`)
            .join(", ") || "no words yet"
        }`}
      >
        {parts
          .filter((part) => part.words > 0)
          .map((part) => (
            <span key={part.id} style={{ flexGrow: part.words, ...authorFill(part.mark) }} />
          ))}
      </div>
      <ul className="parts-list">
        {parts.map((part) => (
          <li key={part.id}>
            <AuthorMark mark={part.mark} />
            <span>{part.name}</span>
            <span className="number">{counted(part.words, "word")}</span>
          </li>
        ))}
      </ul>
    </div>
  );
}
