import { notFound, redirect } from "next/navigation";
import { findKeptWiki } from "@/data/kept/read";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";
import { NotKept } from "./_parts/KeptFrame";

/** The kept state opens at its home page, or at the first page that the reader may see. */
export default async function KeptWikiPage({ params }: PageProps<"/courses/[course]/wikis/[wiki]/kept">) {
  const { course, wiki } = await params;
  const ctx = await signedIn();
  const kept = await findKeptWiki(ctx, course, wiki);
  if (!kept) notFound();
  if ("notBefore" in kept) return <NotKept ctx={ctx} kept={kept} />;
  redirect(kept.pages[0] ? paths.kept(course, wiki, kept.pages[0].id) : paths.keptContents(course, wiki));
}
