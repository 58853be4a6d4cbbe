import type { Metadata } from "next";
import { Link } from "@/ui/frame/Link";
import { roomRequest } from "@/data/session/door";
import { paths } from "@/ui/paths";
import { Library } from "@/ui/theme/Library";
import { CodeForm } from "./_parts/CodeForm";

export const metadata: Metadata = { title: "Open room", robots: { index: false } };

/** The one address at which guests come in. */
export default async function RoomPage() {
  const asked = await roomRequest();
  return (
    <main className="alone" id="main">
      <div>
        <h1>Open room</h1>
        <p className="brief">
          Your instructor has given you a code. With it you write without an account, for as long as the
          lesson lasts.
        </p>
      </div>
      {asked?.ctx && (
        <p className="notice done">
          <span>
            You are in {asked.room.title ? `“${asked.room.title}”` : "a room"} as {asked.room.name}.{" "}
            <Link href={paths.inRoom()}>Go on there</Link>
          </span>
        </p>
      )}
      <Library>
        <CodeForm />
      </Library>
    </main>
  );
}
