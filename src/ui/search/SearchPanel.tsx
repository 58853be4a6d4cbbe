"use client";
/**
 * Searching from anywhere in a course: a field, and what is found as one types. Before that the pages that the
 * viewer was at last. Arrows go through all of it, Enter opens.
 */
import { useRouter } from "next/navigation";
import { useCallback, useEffect, useId, useMemo, useRef, useState } from "react";
import type { SearchFound } from "@/data/search/dto";
import { noAnswer } from "../forms/no-answer";
import { Link } from "../frame/Link";
import { isPlainClick } from "../frame/plain-click";
import { paths } from "../paths";
import { counted } from "../words/counts";
import { type Choice, choicesOf } from "./choices";
import { Excerpt } from "./Excerpt";
import { Instead } from "./Instead";
import { useSuggestions } from "./useSuggestions";

interface Props {
  readonly course: string;
  /** What was typed before the panel was there. */
  readonly early: { readonly current: string | null };
  readonly close: () => void;
}

export default function SearchPanel({ course, early, close }: Props) {
  const router = useRouter();
  const dialog = useRef<HTMLDialogElement>(null);
  const [text, setText] = useState(() => early.current ?? "");
  // Counted over all groups; -1: the field itself, where Enter asks for all results.
  const [at, setAt] = useState(0);
  const listId = useId();
  const address = useCallback((typed: string) => paths.suggest(course, typed, whereOneIs()), [course]);
  const state = useSuggestions(address, text);
  const groups = useMemo(
    () => (state.kind === "found" ? choicesOf(course, state.text, state.suggested) : []),
    [course, state],
  );
  const choices = groups.flatMap((group) => group.choices);
  const active = choices[Math.min(at, choices.length - 1)];
  const optionId = (choice: Choice) => `${listId}-${choices.indexOf(choice)}`;

  useEffect(() => {
    const shown = dialog.current!;
    if (!shown.open) shown.showModal();
  }, []);
  useEffect(() => {
    if (active)
      document.getElementById(`${listId}-${choices.indexOf(active)}`)?.scrollIntoView({ block: "nearest" });
  });

  const open = (href: string) => {
    close();
    router.push(href);
  };
  const press = (event: React.KeyboardEvent) => {
    const move = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (move !== undefined && choices.length > 0) {
      event.preventDefault();
      setAt((now) => (Math.min(now, choices.length - 1) + move + choices.length) % choices.length);
    }
    // A search field would only empty itself.
    if (event.key === "Escape") {
      event.preventDefault();
      close();
    }
    if (event.key === "Enter") {
      event.preventDefault();
      // What is shown may still be of what was typed before.
      const isCurrent = state.kind === "found" && state.text === text;
      if (isCurrent && active) open(active.href);
      else if (text.trim() !== "") open(paths.search(course, { q: text }));
    }
  };
  return (
    <dialog
      ref={dialog}
      className="search-panel"
      aria-label="Search the course"
      onClose={close}
      onClick={(event) => {
        if (event.target === dialog.current) close();
      }}
    >
      <div className="search-field">
        <input
          type="search"
          role="combobox"
          aria-label="Search"
          aria-expanded={choices.length > 0}
          aria-controls={listId}
          aria-autocomplete="list"
          aria-activedescendant={active && optionId(active)}
          placeholder="Words, “words in a line”, -without"
          autoComplete="off"
          autoFocus
          enterKeyHint="search"
          maxLength={300}
          value={text}
          onChange={(event) => {
            setText(event.target.value);
            setAt(0);
          }}
          onKeyDown={press}
        />
        <button type="button" className="plain-button" onClick={close}>
          Close
        </button>
      </div>
      <p className="visually-hidden" role="status">
        {state.kind === "found" && state.text !== "" ? said(state.suggested.found) : ""}
      </p>
      {state.kind === "failed" && <p className="notice">{noAnswer("Type on, or press Enter.")}</p>}
      {state.kind === "found" && <Instead found={state.suggested.found} />}
      <div id={listId} role="listbox" aria-label="Results" className="search-choices">
        {groups.map((group) => (
          <div key={group.title} role="group" aria-label={group.title}>
            <p className="group-title" aria-hidden="true">
              {group.title}
            </p>
            {group.choices.map((choice) => (
              <Link
                key={choice.key}
                id={optionId(choice)}
                role="option"
                aria-selected={choice === active}
                tabIndex={-1}
                href={choice.href}
                onMouseMove={() => setAt(choices.indexOf(choice))}
                onClick={(event) => {
                  if (isPlainClick(event)) close();
                }}
              >
                <span className="name">{choice.label}</span>
                {choice.about && <span className="about">{choice.about}</span>}
                {choice.hit && "excerpt" in choice.hit && <Excerpt {...choice.hit} />}
              </Link>
            ))}
          </div>
        ))}
        {state.kind === "found" && text === "" && choices.length === 0 && (
          <p className="quiet">Nothing visited yet. Type what you look for.</p>
        )}
        {state.kind === "found" && text.trim() !== "" && isNothing(state.suggested.found) && (
          <p className="quiet">Nothing that you can read has these words.</p>
        )}
      </div>
    </dialog>
  );
}

type Found = SearchFound | null;

function said(found: Found): string {
  return found === null || isNothing(found) ? "Nothing found" : `${counted(found.pageCount, "page")} found`;
}

function isNothing(found: Found): boolean {
  return (
    found !== null &&
    [found.pages, found.comments, found.files, found.people, found.assignments].every(
      (each) => each.length === 0,
    )
  );
}

/** The page or the wiki that the screen is about: there a page can be started. */
function whereOneIs(): { page?: string; wiki?: string } {
  const found = /\/(pages|wikis)\/([a-z0-9]+)/.exec(window.location.pathname);
  return !found ? {} : found[1] === "pages" ? { page: found[2]! } : { wiki: found[2]! };
}
