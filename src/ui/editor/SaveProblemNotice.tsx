import type { SaveProblem } from "./useSaving";

/** Why nothing was saved, and what can be done. */
export function SaveProblemNotice({ problem }: { problem: SaveProblem }) {
  return (
    <div className="notice wrong">
      <div>
        <strong>{problem.title}</strong>
        <ul>
          {problem.lines.map((line, index) => (
            <li key={index}>
              {line.href ? (
                <a href={line.href} target="_blank" rel="noreferrer">
                  {line.text}
                </a>
              ) : (
                line.text
              )}
            </li>
          ))}
        </ul>
      </div>
    </div>
  );
}
