import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { redirect } from "next/navigation";
import { pagesInRoom } from "@/data/doors/outside";
import { roomRequest } from "@/data/session/door";
import { paths } from "@/ui/paths";
import { number } from "@/ui/words/counts";
import { RoomClosed, RoomFrame } from "../_parts/RoomFrame";

export const metadata: Metadata = { title: "Pages of the room", robots: { index: false } };

/** The pages of the room. */
export default async function RoomPages() {
  const asked = await roomRequest();
  if (!asked) redirect(paths.room());
  const { ctx, room } = asked;
  if (!ctx) return <RoomClosed room={room} now={new Date()} />;
  const pages = await pagesInRoom(ctx);
  return (
    <RoomFrame room={room} now={ctx.now}>
      <div className="desk narrow">
        <h1>{room.title || "Pages of this room"}</h1>
        <p className="quiet" style={{ margin: "4px 0 18px" }}>
          Open a page to read it, and press Write to change it. Save often: others see what is saved.
        </p>
        {pages.length === 0 ? (
          <p className="notice">This room no longer has any pages. Ask your instructor.</p>
        ) : (
          <table className="ledger">
            <thead>
              <tr>
                <th scope="col">Page</th>
                <th scope="col">Wiki</th>
                <th scope="col" className="number">
                  Words
                </th>
              </tr>
            </thead>
            <tbody>
              {pages.map(({ id, title, wiki, words }) => (
                <tr key={id}>
                  <th scope="row">
                    <Link href={paths.roomPage(id)}>{title}</Link>
                  </th>
                  <td>{wiki}</td>
                  <td className="number">{number(words)}</td>
                </tr>
              ))}
            </tbody>
          </table>
        )}
      </div>
    </RoomFrame>
  );
}
