import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { roomChoices } from "@/data/doors/read";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { assignmentTrail } from "@/app/_parts/trail";
import { open } from "../actions";
import { RoomForm } from "../_parts/RoomForm";

export const metadata: Metadata = { title: "Open a room" };

export default async function NewRoomPage({
  params,
}: PageProps<"/courses/[course]/assignments/[assignment]/guests/room">) {
  const { course, assignment } = await params;
  const ctx = await signedIn();
  const choices = await roomChoices(ctx, course, assignment);
  if (!choices) notFound();
  return (
    <Frame ctx={ctx} trail={await assignmentTrail(ctx, course, assignment, paths.doors)}>
      <div className="desk">
        <div className="title-line">
          <div>
            <h1>Open a room</h1>
            <p className="quiet">
              For a supervised lesson: people without an account write on the pages that you choose, for as
              long as the room is open.
            </p>
          </div>
        </div>
        {choices.wikis.length === 0 ? (
          <p className="notice">There are no wikis yet in which guests could write.</p>
        ) : (
          <RoomForm
            choices={choices}
            open={open.bind(null, course, assignment)}
            backHref={paths.doors(course, assignment)}
          />
        )}
      </div>
    </Frame>
  );
}
