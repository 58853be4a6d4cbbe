import type { Metadata } from "next";
import { knock } from "@/data/doors/entering";
import { knocking } from "@/data/session/door";
import { TimeLeft } from "@/ui/doors/TimeLeft";
import { notEntered } from "@/ui/words/doors";
import { Library } from "@/ui/theme/Library";
import { CodeForm } from "../_parts/CodeForm";
import { NameChooser } from "../_parts/NameChooser";

export const metadata: Metadata = { title: "Open room", robots: { index: false } };

/** At the door with a code: choosing a name. */
export default async function RoomDoorPage({ params }: PageProps<"/room/[code]">) {
  const { code } = await params;
  const at = await knocking();
  const found = await knock(at, code);
  if (found.kind === "refused") {
    return (
      <main className="alone" id="main">
        <h1>Open room</h1>
        <p className="notice wrong" role="alert">
          {notEntered(found.problem.code)}
        </p>
        <Library>
          <CodeForm />
        </Library>
      </main>
    );
  }
  const { room } = found;
  return (
    <main className="alone" id="main">
      <div>
        <h1>{room.title || "Open room"}</h1>
        <p className="brief">
          {room.course}. Choose your name to come in;{" "}
          <TimeLeft endsAt={room.endsAt.getTime()} now={at.now.getTime()} />.
        </p>
      </div>
      <NameChooser code={code} names={room.names} />
    </main>
  );
}
