import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { findKeptWiki, keptFiles } from "@/data/kept/read";
import { Link } from "@/ui/frame/Link";
import { TableFrame } from "@/ui/frame/TableFrame";
import { paths } from "@/ui/paths";
import { counted, number } from "@/ui/words/counts";
import { fileSize } from "@/ui/words/sizes";
import { moment } from "@/ui/words/times";
import { signedIn } from "@/app/_parts/context";
import { KeptFrame, NotKept } from "../_parts/KeptFrame";

export const metadata: Metadata = { title: "Contents as at the cut-off" };

/** All pages and files that the wiki had at its cut-off, and what came of each page since. */
export default async function KeptContentsPage({
  params,
}: PageProps<"/courses/[course]/wikis/[wiki]/kept/contents">) {
  const { course, wiki: wikiId } = await params;
  const ctx = await signedIn();
  const kept = await findKeptWiki(ctx, course, wikiId);
  if (!kept) notFound();
  if ("notBefore" in kept) return <NotKept ctx={ctx} kept={kept} />;
  const files = await keptFiles(ctx, course, kept);
  const { wiki, pages } = kept;
  return (
    <KeptFrame ctx={ctx} kept={kept} nowHref={paths.contents(course, wikiId)}>
      <div className="desk">
        <h1>Contents of {wiki.name}</h1>
        <p className="quiet" style={{ marginBottom: 12 }}>
          {counted(pages.length, "page")},{" "}
          {counted(
            pages.reduce((sum, { words }) => sum + words, 0),
            "word",
          )}
          , in the order that the contents have today.
        </p>
        {pages.length === 0 ? (
          <p className="notice">There were no pages yet.</p>
        ) : (
          <TableFrame>
            <table className="ledger">
              <thead>
                <tr>
                  <th scope="col">Page</th>
                  <th scope="col" className="number">
                    Words
                  </th>
                  <th scope="col" className="number">
                    Entry
                  </th>
                  <th scope="col">Since then</th>
                </tr>
              </thead>
              <tbody>
                {pages.map(({ id, title, words, number: entry, later, depth, isRemovedNow }) => (
                  <tr key={id}>
                    <th scope="row" style={{ paddingLeft: 10 + depth * 14 }}>
                      <Link href={paths.kept(course, wikiId, id)}>{title}</Link>
                    </th>
                    <td className="number">{number(words)}</td>
                    <td className="number">
                      <Link href={paths.entry(course, id, entry)}>{entry}</Link>
                    </td>
                    <td className="quiet">
                      {later > 0 ? (
                        <Link href={paths.compare(course, id, entry, entry + later)}>
                          {counted(later, "entry", "entries")}
                        </Link>
                      ) : (
                        "unchanged"
                      )}
                      {isRemovedNow && ", in the bin"}
                    </td>
                  </tr>
                ))}
              </tbody>
            </table>
          </TableFrame>
        )}
        <section className="section" aria-labelledby="files">
          <h2 id="files">Files</h2>
          {files.length === 0 ? (
            <p className="quiet">There were no files.</p>
          ) : (
            <ul className="plain-list">
              {files.map(({ id, name, size, at, uploadedBy }) => (
                <li key={id}>
                  <a href={paths.file(course, id)}>{name}</a>{" "}
                  <span className="quiet">
                    {fileSize(size)}, {uploadedBy}, {moment(at, wiki.timeZone, ctx.now)}
                  </span>
                </li>
              ))}
            </ul>
          )}
        </section>
      </div>
    </KeptFrame>
  );
}
