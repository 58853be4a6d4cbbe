/** A page's document as the reader sees it. Made from a checked document, node by node: no HTML goes through as text. */
import Link from "next/link";
import type { ReactNode } from "react";
import type { DocumentMark, DocumentNode, PageDocument } from "@/core/document/model";
import { titleKey } from "@/core/links/titles";
import { paths } from "../paths";

/** Where the links of a wiki lead. */
export interface LinkTargets {
  readonly courseId: string;
  readonly wikiId: string;
  readonly pages: readonly { readonly id: string; readonly title: string }[];
  /** Titles that pages had before: what links to one of them leads to its page. */
  readonly formerTitles?: readonly { readonly id: string; readonly title: string }[];
}

export function DocumentView({ document, links }: { document: PageDocument; links: LinkTargets }) {
  const isEmpty = (document.content ?? []).every((node) => node.type === "paragraph" && !node.content?.length);
  return <div className="prose">{isEmpty ? <p className="empty">Nothing is written here yet.</p> : children(document, links)}</div>;
}

function children(node: DocumentNode, links: LinkTargets): ReactNode {
  return node.content?.map((child, index) => <Node key={index} node={child} links={links} />);
}

function Node({ node, links }: { node: DocumentNode; links: LinkTargets }): ReactNode {
  const inside = children(node, links);
  switch (node.type) {
    case "paragraph": return <p>{inside}</p>;
    case "heading": {
      const Heading = `h${Number(node.attrs?.level ?? 2)}` as "h2" | "h3" | "h4";
      return <Heading>{inside}</Heading>;
    }
    case "bulletList": return <ul>{inside}</ul>;
    case "orderedList": return <ol start={Number(node.attrs?.start ?? 1)}>{inside}</ol>;
    case "listItem": return <li>{inside}</li>;
    case "blockquote": return <blockquote>{inside}</blockquote>;
    case "codeBlock": return <pre><code>{inside}</code></pre>;
    case "horizontalRule": return <hr />;
    case "hardBreak": return <br />;
    case "text": return marked(node.text ?? "", node.marks ?? [], links);
    default: return inside;
  }
}

/** Text inside its marks; `links` null draws page links as plain text (in comparisons). */
export function marked(text: ReactNode, marks: readonly DocumentMark[], links: LinkTargets | null): ReactNode {
  return marks.reduceRight<ReactNode>((inside, mark) => {
    switch (mark.type) {
      case "bold": return <strong>{inside}</strong>;
      case "italic": return <em>{inside}</em>;
      case "underline": return <u>{inside}</u>;
      case "strike": return <s>{inside}</s>;
      case "code": return <code>{inside}</code>;
      case "link": return <a href={String(mark.attrs?.href)} rel="noopener noreferrer nofollow">{inside}</a>;
      case "pageLink": return links ? <PageLinkView title={String(mark.attrs?.title)} page={mark.attrs?.page} links={links}>{inside}</PageLinkView> : <span className="promised-link">{inside}</span>;
      default: return inside;
    }
  }, text);
}

function PageLinkView({ title, page, links, children }: { title: string; page: unknown; links: LinkTargets; children: ReactNode }) {
  const named = (each: { readonly title: string }) => titleKey(each.title) === titleKey(title);
  const target = links.pages.find((each) => each.id === page) ?? links.pages.find(named) ?? links.formerTitles?.find(named);
  if (target) return <Link href={paths.page(links.courseId, target.id)}>{children}</Link>;
  return (
    <Link className="promised" href={paths.start(links.courseId, links.wikiId, title)}>{children} <span className="promised-note">not written yet</span></Link>
  );
}
