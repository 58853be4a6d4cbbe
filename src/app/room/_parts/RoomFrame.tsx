import { Link } from "@/ui/frame/Link";
import type { RoomInsideDto } from "@/data/doors/dto";
import { TimeLeft } from "@/ui/doors/TimeLeft";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import { leave } from "../actions";

/** Every screen of a guest: which room, who one is, how long it is open, and the way out. */
export function RoomFrame({
  room,
  now,
  children,
}: {
  room: RoomInsideDto;
  now: Date;
  children: React.ReactNode;
}) {
  return (
    <>
      <header className="headline room-line">
        <a className="skip-link" href="#main">
          Skip to the page
        </a>
        <nav aria-label="Where you are">
          <Link href={paths.inRoom()}>{room.title || "Open room"}</Link>{" "}
          <span className="quiet">{room.course}</span>
        </nav>
        <p>
          <span className="quiet">You write as</span> <strong>{room.name}</strong>
        </p>
        <p title={moment(room.endsAt, room.timeZone, now)}>
          {room.isOpen ? <TimeLeft endsAt={room.endsAt.getTime()} now={now.getTime()} /> : "closed"}
        </p>
        <form action={leave}>
          <button type="submit" className="plain-button">
            Leave
          </button>
        </form>
      </header>
      <main id="main" tabIndex={-1}>
        {children}
      </main>
    </>
  );
}

/** In the place of anything else once the room has ended. */
export function RoomClosed({ room, now }: { room: RoomInsideDto; now: Date }) {
  return (
    <RoomFrame room={room} now={now}>
      <div className="desk narrow">
        <h1>The room has closed</h1>
        <p className="notice" style={{ marginTop: 16 }}>
          It closed {moment(room.endsAt, room.timeZone, now)}. All that you saved is kept. What you had not
          saved is still on this machine: if your instructor lets the room go on, open the page here, press
          Write, and it is offered to you.
        </p>
      </div>
    </RoomFrame>
  );
}
