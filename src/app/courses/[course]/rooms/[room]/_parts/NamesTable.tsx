"use client";
import { Link } from "@/ui/frame/Link";
import { useState } from "react";
import type { RoomDto, RoomNameDto } from "@/data/doors/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { counted, number } from "@/ui/words/counts";
import { shortMoment } from "@/ui/words/times";
import { give, letNameGo } from "../actions";

interface Props {
  readonly courseId: string;
  readonly room: RoomDto;
  readonly now: Date;
}

/** Those who came in by a name, with their entries: each, or all of a name, can be given to a student. */
export function NamesTable({ courseId, room, now }: Props) {
  const { act, said, isBusy } = useAct();
  const here = room.names.filter(({ enteredAt }) => enteredAt !== null);
  if (here.length === 0)
    return (
      <p className="notice" style={{ marginTop: 10 }}>
        Nobody has come in yet.
      </p>
    );
  const giveTo = (what: Parameters<typeof give>[2]) => (toId: string) =>
    void act(() => give(courseId, room.id, what, toId));
  return (
    <>
      <Said said={said} />
      <div className="scroll-x" style={{ marginTop: 10 }}>
        <table className="ledger names-table">
          <thead>
            <tr>
              <th scope="col">Name</th>
              <th scope="col">Entries</th>
              <th scope="col" className="number">
                Words added
              </th>
              <th scope="col">Given to</th>
              <th scope="col">
                <span className="visually-hidden">Acts</span>
              </th>
            </tr>
          </thead>
          {here.map((name) => (
            <tbody key={name.id}>
              <tr className="group-line">
                <th scope="rowgroup">
                  {name.name}
                  {name.isTaken && <span className="flag">in the room</span>}
                </th>
                <td>{counted(name.entries.length, "entry", "entries")}</td>
                <td className="number">{number(name.entries.reduce((sum, each) => sum + each.added, 0))}</td>
                <td>
                  <GiveForm
                    label={`Give all of ${name.name} to`}
                    students={room.students}
                    suggested={suggestedFor(name)}
                    given={name.given?.to ?? null}
                    what="all of it"
                    isBusy={isBusy}
                    give={giveTo({ nameId: name.id })}
                  />
                </td>
                <td className="row-actions">
                  {name.isTaken && (
                    <button
                      type="button"
                      className="plain-button"
                      disabled={isBusy}
                      onClick={() => void act(() => letNameGo(courseId, room.id, name.id))}
                    >
                      Let the name go
                    </button>
                  )}
                </td>
              </tr>
              {name.entries.map((entry) => (
                <tr key={`${entry.wikiId} ${entry.rev}`}>
                  <td />
                  <td>
                    <Link href={paths.entry(courseId, entry.pageId, entry.number)}>
                      {entry.page}, {shortMoment(entry.at, room.timeZone, now)}
                    </Link>{" "}
                    <span className="quiet">
                      {entry.wiki}
                      {entry.note ? `: ${entry.note}` : ""}
                    </span>
                  </td>
                  <td className="number">{number(entry.added)}</td>
                  <td>
                    <GiveForm
                      label={`Give entry ${entry.number} of ${entry.page} to`}
                      students={room.students}
                      suggested=""
                      given={entry.to ? `${entry.to.name}${entry.givenId ? ", by itself" : ""}` : null}
                      what="this entry"
                      isBusy={isBusy}
                      give={giveTo({ wikiId: entry.wikiId, rev: entry.rev })}
                    />
                  </td>
                  <td />
                </tr>
              ))}
            </tbody>
          ))}
        </table>
      </div>
    </>
  );
}

/**
 * Offered first: the student whose name was chosen. It is not given by that alone, for anybody could have
 * chosen it.
 */
function suggestedFor({ personId, given }: RoomNameDto): string {
  return given ? "" : (personId ?? "");
}

interface GiveProps {
  readonly label: string;
  readonly students: RoomDto["students"];
  readonly suggested: string;
  readonly given: string | null;
  readonly what: string;
  readonly isBusy: boolean;
  readonly give: (toId: string) => void;
}

function GiveForm({ label, students, suggested, given, what, isBusy, give: giveTo }: GiveProps) {
  const [isOpen, setOpen] = useState(false);
  const [to, setTo] = useState(suggested);
  if (!isOpen) {
    return (
      <span>
        {given ?? <span className="waiting">unassigned</span>}{" "}
        <button type="button" className="plain-button" onClick={() => setOpen(true)} aria-label={label}>
          {given ? "Change" : `Give ${what}`}
        </button>
      </span>
    );
  }
  return (
    <form
      className="give-form"
      onSubmit={(event) => {
        event.preventDefault();
        setOpen(false);
        giveTo(to);
      }}
    >
      <select
        className="plain-select"
        aria-label={label}
        value={to}
        required
        autoFocus
        onChange={(event) => setTo(event.target.value)}
      >
        <option value="">choose a student</option>
        {students.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
      <button type="submit" className="plain-button" disabled={isBusy || to === ""}>
        Give
      </button>
      <button type="button" className="plain-button" onClick={() => setOpen(false)}>
        Cancel
      </button>
    </form>
  );
}
