import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { wikiFiles } from "@/data/files/read";
import { findWiki } from "@/data/pages/read";
import { fileSize } from "@/ui/words/sizes";
import { counted } from "@/ui/words/counts";
import { signedIn } from "@/app/_parts/context";
import { Frame } from "@/app/_parts/Frame";
import { wikiTrail } from "@/app/_parts/trail";
import { describe } from "../../../_parts/writing-actions";
import { FileTable } from "./_parts/FileTable";

export const metadata: Metadata = { title: "Files" };

/**
 * All files of a wiki: who brought them, how large they are, where they are shown, and which are shown
 * nowhere.
 */
export default async function FilesPage({ params }: PageProps<"/courses/[course]/wikis/[wiki]/files">) {
  const { course, wiki: wikiId } = await params;
  const ctx = await signedIn();
  const wiki = await findWiki(ctx, course, wikiId);
  const known = wiki && (await wikiFiles(ctx, course, wikiId));
  if (!wiki || !known) notFound();
  const { files, taken, quota } = known;
  return (
    <Frame ctx={ctx} trail={wikiTrail(wiki)}>
      <div className="desk wide">
        <div className="title-line">
          <div>
            <h1>Files of {wiki.name}</h1>
            <p className="quiet">
              {files.length === 0 ? "" : `${counted(files.length, "file")}. `}All together take{" "}
              {fileSize(taken)} of {fileSize(quota)}.
            </p>
          </div>
        </div>
        {files.length === 0 ? (
          <p className="notice">
            No files yet. Pictures, recordings and other files come here when somebody puts them into a page:
            press Write there, then “Put in”.
          </p>
        ) : (
          <FileTable
            files={files}
            courseId={course}
            zone={known.timeZone}
            now={ctx.now}
            describe={ctx.lookingAs ? null : describe.bind(null, course, wikiId)}
          />
        )}
      </div>
    </Frame>
  );
}
