import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { outsidePage, pagesInRoom } from "@/data/doors/outside";
import { roomRequest } from "@/data/session/door";
import { DocumentView } from "@/ui/document/DocumentView";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { distance } from "@/ui/words/times";
import { RoomClosed, RoomFrame } from "../../_parts/RoomFrame";

export const metadata: Metadata = { title: "Page of the room", robots: { index: false } };

export default async function RoomPagePage({ params, searchParams }: PageProps<"/room/in/[page]">) {
  const { page: pageId } = await params;
  const isMerged = (await searchParams).since !== undefined;
  const asked = await roomRequest();
  if (!asked) redirect(paths.room());
  const { ctx, room } = asked;
  if (!ctx) return <RoomClosed room={room} now={new Date()} />;
  const pages = await pagesInRoom(ctx);
  const page = pages.some(({ id }) => id === pageId) ? await outsidePage(ctx, pageId) : null;
  if (!page) notFound();
  return (
    <RoomFrame room={room} now={ctx.now}>
      <article className="sheet alone-sheet">
        <header className="sheet-head">
          <div>
            <h1>{page.title}</h1>
            <p className="saved">
              {page.wiki}, saved {distance(page.lastAt, room.timeZone, ctx.now)}
            </p>
          </div>
          <div className="actions">
            {page.mayWrite && (
              <LinkButton href={paths.roomWrite(pageId)} variant="contained">
                Write
              </LinkButton>
            )}
          </div>
        </header>
        {isMerged && (
          <p className="notice done" role="status" style={{ marginBottom: 18 }}>
            Saved, together with what others wrote in other places meanwhile.
          </p>
        )}
        <DocumentView
          document={page.document}
          links={{
            pages,
            pageHref: paths.roomPage,
            startHref: null,
            files: page.files,
            fileHref: paths.roomFile,
          }}
        />
      </article>
    </RoomFrame>
  );
}
