import { SearchOpener } from "./SearchOpener";

/** The way to search, in the middle of the head line. */
export function WayToSearch({ course }: { course: string }) {
  return (
    <SearchOpener course={course}>
      <svg width="16" height="16" viewBox="0 0 16 16" aria-hidden="true">
        <path d="M10.5 10.5 14 14M12 7A5 5 0 1 1 2 7a5 5 0 0 1 10 0Z" fill="none" stroke="currentColor" />
      </svg>
      <span>Search</span>
      <kbd aria-hidden="true">/</kbd>
    </SearchOpener>
  );
}
