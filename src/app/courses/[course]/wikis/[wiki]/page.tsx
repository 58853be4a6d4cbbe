import { notFound, redirect } from "next/navigation";
import { findWiki } from "@/data/pages/read";
import { paths } from "@/ui/paths";
import { signedIn } from "@/app/_parts/context";

/** A wiki's own address leads to its home page, or to the first page that is open to the reader. */
export default async function WikiPage({ params }: PageProps<"/courses/[course]/wikis/[wiki]">) {
  const { course, wiki: wikiId } = await params;
  const wiki = await findWiki(await signedIn(), course, wikiId);
  if (!wiki) notFound();
  const first = wiki.contents.find((item) => item.id === wiki.homePageId) ?? wiki.contents[0];
  redirect(first ? paths.page(course, first.id) : paths.start(course, wikiId));
}
