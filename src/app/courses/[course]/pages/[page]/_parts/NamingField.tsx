"use client";
import { type KeyboardEvent, useId, useRef, useState } from "react";
import { type Format, formats } from "./formats";
import { formatted } from "./formatting";

interface Props {
  readonly label: string;
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly people: readonly { readonly id: string; readonly name: string }[];
  readonly hasFocus: boolean;
}

const mostShown = 6;
/** An "@" at the beginning of a word, and what has been typed of a name behind it. */
const begun = /(?<![\p{L}\p{N}])@([^\n@]{0,40})$/u;

/** A field in which people are named: behind an "@" it offers those who can be. */
export function NamingField({ label, value, onChange, people, hasFocus }: Props) {
  const field = useRef<HTMLTextAreaElement>(null);
  const [typed, setTyped] = useState<string | null>(null);
  const [at, setAt] = useState(0);
  const listId = useId();
  const offered =
    typed === null ? [] : people.filter(({ name }) => startsLike(name, typed)).slice(0, mostShown);
  const chosen = offered[Math.min(at, offered.length - 1)];

  const look = () => {
    const { value: text = "", selectionStart = 0 } = field.current ?? {};
    setTyped(begun.exec(text.slice(0, selectionStart))?.[1] ?? null);
    setAt(0);
  };
  const take = (name: string) => {
    const end = field.current?.selectionStart ?? value.length;
    const start = end - (typed?.length ?? 0);
    onChange(`${value.slice(0, start)}${name} ${value.slice(end)}`);
    setTyped(null);
    const caret = start + name.length + 1;
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(caret, caret);
    });
  };
  const format = (each: Format) => {
    const { selectionStart: from = 0, selectionEnd: to = 0 } = field.current ?? {};
    const after = formatted({ text: value, from, to }, each);
    onChange(after.text);
    requestAnimationFrame(() => {
      field.current?.focus();
      field.current?.setSelectionRange(after.from, after.to);
    });
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const byKey =
      (event.ctrlKey || event.metaKey) && !event.altKey
        ? formats.find(({ key }) => key === event.key.toLowerCase())
        : undefined;
    if (byKey) {
      event.preventDefault();
      return format(byKey);
    }
    if (!chosen) return;
    const step = event.key === "ArrowDown" ? 1 : event.key === "ArrowUp" ? -1 : 0;
    if (step !== 0) setAt((offered.indexOf(chosen) + step + offered.length) % offered.length);
    else if (event.key === "Enter" || event.key === "Tab") take(chosen.name);
    else if (event.key === "Escape") setTyped(null);
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  return (
    <div className="naming-field">
      <label className="field">
        <span>{label}</span>
        <textarea
          ref={field}
          rows={2}
          maxLength={5000}
          value={value}
          autoFocus={hasFocus}
          onChange={(event) => onChange(event.target.value)}
          onKeyDown={onKeyDown}
          onKeyUp={(event) => {
            if (!["ArrowUp", "ArrowDown", "Escape"].includes(event.key)) look();
          }}
          onClick={look}
          onBlur={() => setTyped(null)}
          {...(chosen
            ? {
                "aria-controls": listId,
                "aria-activedescendant": `${listId}-${chosen.id}`,
                "aria-autocomplete": "list" as const,
              }
            : {})}
        />
      </label>
      <div className="format-line" role="group" aria-label="Formatting">
        {formats.map((each) => (
          <button
            key={each.name}
            type="button"
            aria-label={each.name}
            title={each.key ? `${each.name} (Ctrl+${each.key.toUpperCase()})` : each.name}
            onMouseDown={(event) => event.preventDefault()}
            onClick={() => format(each)}
            data-format={each.name}
          >
            {each.sign}
          </button>
        ))}
      </div>
      {chosen && (
        <ul role="listbox" id={listId} aria-label="Who is named" className="naming-list">
          {offered.map(({ id, name }) => (
            <li
              key={id}
              role="option"
              id={`${listId}-${id}`}
              aria-selected={id === chosen.id}
              onMouseDown={(event) => {
                event.preventDefault();
                take(name);
              }}
            >
              {name}
            </li>
          ))}
        </ul>
      )}
    </div>
  );
}

/** Whether a name, or one of its parts, begins with what was typed. */
function startsLike(name: string, typed: string): boolean {
  const [folded, sought] = [name.toLowerCase(), typed.toLowerCase()];
  return (
    folded !== sought &&
    (folded.startsWith(sought) || folded.split(/\s+/).some((part) => part.startsWith(sought)))
  );
}
