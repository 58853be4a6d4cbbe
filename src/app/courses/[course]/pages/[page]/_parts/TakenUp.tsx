import { Link } from "@/ui/frame/Link";
import { takenUp as say } from "../actions";

interface Props {
  readonly courseId: string;
  readonly pageId: string;
  readonly commentId: string;
  readonly author: string;
  readonly takenUp: { readonly number: number; readonly by: string } | null;
  readonly proposed: number | null;
  /** The newest entry of the page, where it is later than the comment; null: none can have taken it up. */
  readonly newest: number | null;
  readonly mayMark: boolean;
  readonly entryHref: (number: number) => string;
}

/**
 * That an entry took a comment up: said by people, proposed where what was spoken of changed. Plain forms: to
 * read a page no script is wanted for it.
 */
export function TakenUp({
  courseId,
  pageId,
  commentId,
  author,
  takenUp,
  proposed,
  newest,
  mayMark,
  entryHref,
}: Props) {
  const entry = (number: number) => <Link href={entryHref(number)}>entry {number}</Link>;
  const button = (number: number | null, words: string, label: string) =>
    mayMark && (
      <form action={say.bind(null, courseId, pageId, commentId, number)}>
        <button type="submit" className="plain-button" aria-label={label}>
          {words}
        </button>
      </form>
    );
  if (takenUp)
    return (
      <div className="quiet taken-up">
        <span>
          Taken up in {entry(takenUp.number)}, says {takenUp.by}.
        </span>
        {button(null, "It was not", `The comment of ${author} was not taken up`)}
      </div>
    );
  return (
    <>
      {proposed !== null && (
        <div className="quiet taken-up">
          <span>What this is about changed in {entry(proposed)}.</span>
          {button(proposed, "It took this up", `The comment of ${author} was taken up in entry ${proposed}`)}
        </div>
      )}
      {mayMark && newest !== null && (
        <details className="taken-up-in">
          <summary aria-label={`The comment of ${author} was taken up`}>Taken up</summary>
          <form action={say.bind(null, courseId, pageId, commentId, 0)} className="taken-up">
            <label>
              in entry{" "}
              <input
                type="number"
                name="number"
                className="plain-select"
                min={1}
                max={newest}
                defaultValue={proposed ?? newest}
                required
              />
            </label>
            <button type="submit" className="plain-button">
              Say so
            </button>
          </form>
        </details>
      )}
    </>
  );
}
