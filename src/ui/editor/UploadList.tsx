"use client";
import type { Uploading } from "./uploads";

/** Files on their way, and those that were not taken with the reason. */
export function UploadList({
  uploading,
  onDismiss,
}: {
  uploading: readonly Uploading[];
  onDismiss: (id: number) => void;
}) {
  if (uploading.length === 0) return null;
  return (
    <ul className="uploads" aria-label="Uploads">
      {uploading.map(({ id, name, part, isWaiting, problem }) => (
        <li key={id} data-wrong={problem !== null || undefined}>
          <span className="file-name">{name}</span>
          {problem === null ? (
            <>
              {isWaiting && <span role="status">Waiting for the connection</span>}
              <progress max={1} value={part} aria-label={`${name} on its way`} />
              <button
                type="button"
                className="tool"
                aria-label={`Cancel ${name}`}
                onClick={() => onDismiss(id)}
              >
                Cancel
              </button>
            </>
          ) : (
            <>
              <span role="alert">{problem}</span>
              <button type="button" className="tool" onClick={() => onDismiss(id)}>
                Close
              </button>
            </>
          )}
        </li>
      ))}
    </ul>
  );
}
