import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { notFound } from "next/navigation";
import type { RoomDto } from "@/data/doors/dto";
import { findRoom } from "@/data/doors/read";
import { settings } from "@/data/env";
import { QrPicture } from "@/ui/doors/QrPicture";
import { TimeLeft } from "@/ui/doors/TimeLeft";
import { paths } from "@/ui/paths";
import { counted, listed } from "@/ui/words/counts";
import { codeWords } from "@/ui/words/doors";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { GivenLog } from "./_parts/GivenLog";
import { NamesTable } from "./_parts/NamesTable";
import { RoomActs } from "./_parts/RoomActs";

export const metadata: Metadata = { title: "Open room" };

/**
 * One open room: what its guests need to come in, who came and what they wrote, and giving it to whom it
 * belongs.
 */
export default async function RoomPage({ params }: PageProps<"/courses/[course]/rooms/[room]">) {
  const { course, room: roomId } = await params;
  const ctx = await signedIn();
  const room = await findRoom(ctx, course, roomId);
  if (!room) notFound();
  const { timeZone: zone } = room;
  const base = settings().BETTER_AUTH_URL;
  const door = `${base}${paths.room(room.code)}`;
  const came = room.names.filter(({ isTaken }) => isTaken).length;
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, course, room.assignmentId, paths.doors)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>{room.title || "Open room"}</h1>
            <p className="quiet">
              {room.isOpen ? (
                <>
                  Open until {moment(room.endsAt, zone, ctx.now)},{" "}
                  <TimeLeft endsAt={room.endsAt.getTime()} now={ctx.now.getTime()} />
                </>
              ) : (
                `Closed ${moment(room.endsAt, zone, ctx.now)}`
              )}
              . Opened by {room.by}, {moment(room.openedAt, zone, ctx.now)}.{" "}
              <Link href={paths.doors(course, room.assignmentId)}>All rooms</Link>
            </p>
          </div>
          <RoomActs courseId={course} roomId={roomId} isOpen={room.isOpen} />
        </div>
        <div className="room-card paper">
          {room.isOpen && <QrPicture text={door} label={`QR code of ${door}`} />}
          <div>
            {room.isOpen && (
              <>
                <p className="quiet">Guests open</p>
                <p className="room-address">
                  {base}
                  {paths.room()}
                </p>
                <p className="quiet">and type</p>
                <p className="room-code">{codeWords(room.code)}</p>
              </>
            )}
            <p>
              {room.isOpen ? "They write on" : "They wrote on"}{" "}
              {byTitle(room.pages).map(({ title, pages }, at) => (
                <span key={title}>
                  {at > 0 && "; "}
                  {title} (<PageLinks course={course} pages={pages} />)
                </span>
              ))}
              , and see nothing else.
            </p>
          </div>
        </div>
        <section className="section" aria-labelledby="names">
          <h2 id="names">Who came</h2>
          <p className="quiet">
            {counted(came, "guest")} in the room, of {counted(room.names.length, "name")}. What they write is
            nobody’s until you give it to somebody: then it counts as theirs in all figures.
          </p>
          <NamesTable courseId={course} room={room} now={ctx.now} />
          {room.names.some(({ enteredAt }) => enteredAt === null) && (
            <p className="quiet" style={{ marginTop: 10 }}>
              Not here yet:{" "}
              {listed(room.names.filter(({ enteredAt }) => enteredAt === null).map(({ name }) => name))}.
            </p>
          )}
        </section>
        <GivenLog courseId={course} log={room.log} zone={zone} now={ctx.now} />
      </div>
    </Frame>
  );
}

function byTitle(pages: RoomDto["pages"]): { title: string; pages: RoomDto["pages"] }[] {
  return [...new Set(pages.map(({ title }) => title))].map((title) => ({
    title,
    pages: pages.filter((each) => each.title === title),
  }));
}

function PageLinks({ course, pages }: { course: string; pages: RoomDto["pages"] }) {
  return pages.map(({ id, wiki }, at) => (
    <span key={id}>
      {at > 0 && ", "}
      <Link href={paths.page(course, id)}>{wiki}</Link>
    </span>
  ));
}
