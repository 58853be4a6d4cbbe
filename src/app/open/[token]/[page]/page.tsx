import type { Metadata } from "next";
import { notFound } from "next/navigation";
import { OpenedView } from "@/app/open/_parts/OpenedView";
import { findOpened } from "@/app/open/_parts/find";

export async function generateMetadata({ params }: PageProps<"/open/[token]/[page]">): Promise<Metadata> {
  const { token, page } = await params;
  const found = await findOpened(token, page);
  return {
    title: found?.page.title ?? "Not found",
    robots: { index: found?.opened.isListed ?? false, follow: found?.opened.isListed ?? false },
  };
}

export default async function OpenedPagePage({ params }: PageProps<"/open/[token]/[page]">) {
  const { token, page } = await params;
  const found = await findOpened(token, page);
  if (!found) notFound();
  return <OpenedView token={token} {...found} />;
}
