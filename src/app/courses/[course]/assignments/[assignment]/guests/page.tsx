import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import { findCourse } from "@/data/courses/read";
import { linksOf } from "@/data/doors/links";
import { roomChoices, roomsOf } from "@/data/doors/read";
import { settings } from "@/data/env";
import { paths } from "@/ui/paths";
import { counted, number } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { LinkButton } from "@/ui/forms/LinkButton";
import { endReaderLink, makeReaderLink } from "./actions";
import { LinkForm } from "./_parts/LinkForm";
import { LinkTable } from "./_parts/LinkTable";

export const metadata: Metadata = { title: "Guests" };

/**
 * Ways in for people without an account: open rooms, in which they write for a lesson, and links by which
 * they read.
 */
export default async function GuestsPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/guests">) {
  const { course: courseId, assignment } = await params;
  const ctx = await signedIn();
  const course = await findCourse(ctx, courseId);
  const choices = course && (await roomChoices(ctx, courseId, assignment));
  const rooms = choices && (await roomsOf(ctx, courseId, assignment));
  const links = rooms && (await linksOf(ctx, courseId, assignment));
  if (!course || !choices || !rooms || !links) notFound();
  const zone = course.timeZone;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, courseId, assignment, paths.doors)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Guests</h1>
            <p className="quiet">
              {choices.assignment}: ways in for people without an account. They see what is opened here, and
              nothing else.
            </p>
          </div>
          <LinkButton href={paths.newRoom(courseId, assignment)} variant="contained">
            Open a room
          </LinkButton>
        </div>
        <section className="section" aria-labelledby="rooms">
          <h2 id="rooms">Open rooms</h2>
          {rooms.length === 0 ? (
            <p className="quiet">
              No room has been opened. In a supervised lesson, people without an account come in by a code and
              a name, and write on the pages that you choose; the room closes by itself, and what they wrote
              can be given to the right student afterwards.
            </p>
          ) : (
            <div className="scroll-x">
              <table className="ledger">
                <thead>
                  <tr>
                    <th scope="col">Room</th>
                    <th scope="col">Opened</th>
                    <th scope="col">Open until</th>
                    <th scope="col" className="number">
                      Pages
                    </th>
                    <th scope="col" className="number">
                      Came
                    </th>
                    <th scope="col" className="number">
                      Entries
                    </th>
                    <th scope="col" className="number">
                      Unassigned
                    </th>
                  </tr>
                </thead>
                <tbody>
                  {rooms.map((room) => (
                    <tr key={room.id}>
                      <th scope="row">
                        <Link href={paths.openRoom(courseId, room.id)}>{room.title || "Open room"}</Link>
                        {room.isOpen && <span className="flag">open now</span>}
                      </th>
                      <td>
                        {moment(room.openedAt, zone, ctx.now)}, {room.by}
                      </td>
                      <td>{moment(room.endsAt, zone, ctx.now)}</td>
                      <td className="number">{number(room.pages)}</td>
                      <td className="number">{number(room.came)}</td>
                      <td className="number">{number(room.entries)}</td>
                      <td className="number">
                        {room.unassigned > 0 ? (
                          <Link href={paths.openRoom(courseId, room.id)}>
                            {counted(room.unassigned, "entry", "entries")}
                          </Link>
                        ) : (
                          <span className="nothing">–</span>
                        )}
                      </td>
                    </tr>
                  ))}
                </tbody>
              </table>
            </div>
          )}
        </section>
        <section className="section" aria-labelledby="links">
          <h2 id="links">Reading by link</h2>
          <p className="quiet">
            Whoever has such a link reads a wiki, or one page, as it stands: no history, no comments, no
            figures. A page that is hidden from its own group stays hidden.
          </p>
          <LinkTable
            links={links}
            base={settings().BETTER_AUTH_URL}
            zone={zone}
            now={ctx.now}
            end={endReaderLink.bind(null, courseId)}
          />
          {choices.wikis.length > 0 && (
            <LinkForm wikis={choices.wikis} make={makeReaderLink.bind(null, courseId, assignment)} />
          )}
        </section>
      </div>
    </Frame>
  );
}
