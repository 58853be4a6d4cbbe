import type { Metadata } from "next";
import { notFound, redirect } from "next/navigation";
import { findDraft, savedLately } from "@/data/drafts/read";
import { findPage } from "@/data/pages/read";
import { PageEditor } from "@/ui/editor/PageEditor";
import { CriteriaBeside } from "@/ui/marks/CriteriaBeside";
import { paths } from "@/ui/paths";
import { readCriteria } from "../../../_parts/criteria-actions";
import { signedIn } from "@/app/_parts/context";
import { Frame, OnlyLooking } from "@/app/_parts/Frame";
import { pageTrail } from "@/app/_parts/trail";
import { livePlace } from "../../../_parts/live-place";
import { dropText, keepText } from "../../../_parts/writing-actions";
import { writingPlace } from "../../../_parts/writing-place";
import { saveText } from "./actions";

export const metadata: Metadata = { title: "Write" };

export default async function WritePage({
  params,
  searchParams,
}: PageProps<"/courses/[course]/pages/[page]/write">) {
  const { draft } = await searchParams;
  const { course, page: pageId } = await params;
  const ctx = await signedIn();
  const page = await findPage(ctx, course, pageId);
  if (!page) notFound();
  if (page.access.level !== "write" || page.removedAt) redirect(paths.page(course, pageId));
  if (ctx.lookingAs)
    return (
      <OnlyLooking
        ctx={ctx}
        trail={pageTrail(page.wiki, pageId)}
        heading={page.title}
        text={`${ctx.viewer.name} can write this page.`}
      />
    );
  const at = { courseId: course, pageId };
  return (
    <Frame ctx={ctx} trail={pageTrail(page.wiki, pageId)}>
      <PageEditor
        key={pageId}
        draftKey={`${ctx.viewer.id} ${pageId}`}
        title={page.title}
        isNew={false}
        base={page.entries}
        document={page.document}
        place={await writingPlace(ctx, page.wiki, { pageId, title: page.title, mayUpload: page.mayUpload })}
        draft={await findDraft(ctx, at)}
        savedLately={await savedLately(ctx, course, pageId)}
        takesDraft={draft === "take"}
        keeper={{ keep: keepText.bind(null, at), drop: dropText.bind(null, at) }}
        save={saveText.bind(null, course, pageId)}
        backHref={paths.page(course, pageId)}
        pageBase={paths.pageBase(course)}
        live={livePlace(page)}
        lookUp={
          page.wiki.hasCriteria && (
            <CriteriaBeside
              load={readCriteria.bind(null, course, page.wiki.assignmentId)}
              href={paths.criteria(course, page.wiki.assignmentId)}
            />
          )
        }
        ownWords={page.parts.find(({ authorId }) => authorId === ctx.viewer.id)?.words ?? 0}
      />
    </Frame>
  );
}
