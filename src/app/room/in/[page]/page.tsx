import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { outsidePage, pagesInRoom } from "@/data/doors/outside";
import { roomRequest } from "@/data/session/door";
import { DocumentView } from "@/ui/document/DocumentView";
import { JustSaved } from "@/ui/editor/JustSaved";
import { LinkButton } from "@/ui/forms/LinkButton";
import { paths } from "@/ui/paths";
import { distance } from "@/ui/words/times";
import { RoomClosed, RoomFrame } from "../../_parts/RoomFrame";

export const metadata: Metadata = { title: "Page of the room", robots: { index: false } };

export default async function RoomPagePage({ params, searchParams }: PageProps<"/room/in/[page]">) {
  const { page: pageId } = await params;
  const { saved: savedAsked, merged } = await searchParams;
  const saved = typeof savedAsked === "string" && /^\d{1,9}$/.test(savedAsked) ? Number(savedAsked) : null;
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
        {saved !== null && (
          <JustSaved href={paths.roomPage(pageId)} number={saved}>
            {saved === 0
              ? "Nothing was changed, so nothing was saved."
              : `Saved as entry ${saved}${merged === undefined ? "" : ", put together with what others wrote"}.`}
          </JustSaved>
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
