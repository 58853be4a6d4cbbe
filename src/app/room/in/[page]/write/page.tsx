import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { outsidePage, pagesInRoom } from "@/data/doors/outside";
import { roomRequest } from "@/data/session/door";
import { PageEditor } from "@/ui/editor/PageEditor";
import { paths } from "@/ui/paths";
import { RoomClosed, RoomFrame } from "../../../_parts/RoomFrame";
import { saveInRoom } from "./actions";

export const metadata: Metadata = { title: "Write", robots: { index: false } };

export default async function RoomWritePage({ params }: PageProps<"/room/in/[page]/write">) {
  const { page: pageId } = await params;
  const asked = await roomRequest();
  if (!asked) redirect(paths.room());
  const { ctx, room } = asked;
  if (!ctx) return <RoomClosed room={room} now={new Date()} />;
  const pages = await pagesInRoom(ctx);
  const page = pages.some(({ id }) => id === pageId) ? await outsidePage(ctx, pageId) : null;
  if (!page) notFound();
  if (!page.mayWrite) redirect(paths.roomPage(pageId));
  return (
    <RoomFrame room={room} now={ctx.now}>
      <PageEditor
        key={pageId}
        draftKey={`${ctx.viewer.id} ${pageId}`}
        title={page.title}
        isNew={false}
        base={page.entries}
        document={page.document}
        place={{
          title: page.title,
          pages: pages.map(({ id, title }) => ({ id, title })),
          files: page.files,
          fileBase: paths.roomFileBase(),
          uploadHref: null,
          describe: null,
          headingsOf: null,
          teammates: [],
        }}
        draft={null}
        keeper={{ keep: null, drop: null }}
        save={saveInRoom.bind(null, pageId)}
        backHref={paths.roomPage(pageId)}
        pageBase={null}
      />
    </RoomFrame>
  );
}
