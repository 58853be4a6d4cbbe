import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { OpenedView } from "@/app/open/_parts/OpenedView";
import { findOpened } from "@/app/open/_parts/find";

export async function generateMetadata({ params }: PageProps<"/open/[token]">): Promise<Metadata> {
  const found = await findOpened((await params).token, null);
  return {
    title: found?.opened.wiki ?? "Not found",
    robots: { index: found?.opened.isListed ?? false, follow: found?.opened.isListed ?? false },
  };
}

/** What a readers' link opens, at its first page. */
export default async function OpenedWikiPage({ params }: PageProps<"/open/[token]">) {
  const { token } = await params;
  const found = await findOpened(token, null);
  if (!found) notFound();
  return <OpenedView token={token} {...found} />;
}
