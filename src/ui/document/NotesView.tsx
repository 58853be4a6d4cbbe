import { aside } from "@/core/document/copied";
import { noteLabel, type Notes, type NumberedNote } from "@/core/document/notes";

/** What notes and sources say, at the end of the page, each with the way back to where it is referred to. */
export function NotesView({ notes }: { notes: Notes }) {
  if (notes.all.length === 0) return null;
  const [sources, own] = [
    notes.all.filter(({ kind }) => kind === "source"),
    notes.all.filter(({ kind }) => kind === "note"),
  ];
  return (
    <footer className="notes" {...aside}>
      {own.length > 0 && (
        <section aria-label="Notes">
          <h2>Notes</h2>
          <NoteList notes={own} />
        </section>
      )}
      {sources.length > 0 && (
        <section aria-label="Sources">
          <h2>Sources</h2>
          <NoteList notes={sources} />
        </section>
      )}
    </footer>
  );
}

function NoteList({ notes }: { notes: readonly NumberedNote[] }) {
  return (
    <ol>
      {notes.map((note) => (
        <li key={note.number} id={`n-${note.kind}-${note.number}`}>
          <span className="note-number">{noteLabel(note)}</span>
          <span>
            {note.text}
            {note.href && (
              <>
                {" "}
                <a href={note.href} rel="noopener noreferrer nofollow">
                  {note.href}
                </a>
              </>
            )}
            {note.ids.map((id, index) => (
              <a
                key={id}
                className="note-back"
                href={`#r-${id}`}
                aria-label={`Back to ${note.kind} ${note.number}${note.ids.length > 1 ? `, place ${index + 1}` : ""} in the text`}
              >
                ↑
              </a>
            ))}
          </span>
        </li>
      ))}
    </ol>
  );
}
