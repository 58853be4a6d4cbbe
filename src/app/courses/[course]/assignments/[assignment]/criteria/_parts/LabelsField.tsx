"use client";
import type { Label } from "@/core/marks/criteria";

/** What marks are called from where on, such as "A from 85". */
export function LabelsField({
  labels,
  change,
}: {
  readonly labels: readonly Label[];
  readonly change: (labels: readonly Label[]) => void;
}) {
  const set = (at: number, next: Partial<Label>) =>
    change(labels.map((label, index) => (index === at ? { ...label, ...next } : label)));
  return (
    <div>
      <p className="field-name">Labels, if marks have names</p>
      {labels.length > 0 && (
        <ul className="label-fields">
          {labels.map((label, at) => (
            <li key={at}>
              <input
                className="plain-input"
                aria-label="Label"
                placeholder="Such as A"
                value={label.title}
                maxLength={200}
                onChange={(event) => set(at, { title: event.target.value })}
              />
              <span>from</span>
              <input
                className="plain-input number"
                aria-label={`From where “${label.title}” holds`}
                inputMode="decimal"
                value={label.from}
                maxLength={20}
                onChange={(event) => set(at, { from: event.target.value })}
              />
              <button
                type="button"
                className="plain-button"
                aria-label={`Remove the label ${label.title}`}
                onClick={() => change(labels.filter((_, index) => index !== at))}
              >
                Remove
              </button>
            </li>
          ))}
        </ul>
      )}
      <button
        type="button"
        className="plain-button"
        onClick={() => change([...labels, { title: "", from: "0" }])}
      >
        Add a label
      </button>
    </div>
  );
}
