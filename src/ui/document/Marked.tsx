/** Text inside its marks. */
import Link from "next/link";
import type { ReactNode } from "react";
import type { DocumentMark } from "@/core/document/model";
import { titleKey } from "@/core/links/titles";
import { fileSize } from "../words/sizes";
import { headingAnchor, type LinkTargets } from "./reading";

/** `links` null draws links to pages and files as plain text (in comparisons). */
export function marked(text: ReactNode, marks: readonly DocumentMark[], links: LinkTargets | null): ReactNode {
  return marks.reduceRight<ReactNode>((inside, mark) => {
    switch (mark.type) {
      case "bold": return <strong>{inside}</strong>;
      case "italic": return <em>{inside}</em>;
      case "underline": return <u>{inside}</u>;
      case "strike": return <s>{inside}</s>;
      case "code": return <code>{inside}</code>;
      case "subscript": return <sub>{inside}</sub>;
      case "superscript": return <sup>{inside}</sup>;
      case "textTone": return <span data-tone={String(mark.attrs?.tone)}>{inside}</span>;
      case "highlight": return <span data-highlight={String(mark.attrs?.tone)}>{inside}</span>;
      case "link": return <a href={String(mark.attrs?.href)} rel="noopener noreferrer nofollow">{inside}</a>;
      case "pageLink": return links ? <PageLinkView mark={mark} links={links}>{inside}</PageLinkView> : <span className="promised-link">{inside}</span>;
      case "fileLink": return links ? <FileLinkView mark={mark} links={links}>{inside}</FileLinkView> : <span className="promised-link">{inside}</span>;
      default: return inside;
    }
  }, text);
}

interface LinkProps {
  readonly mark: DocumentMark;
  readonly links: LinkTargets;
  readonly children: ReactNode;
}

function PageLinkView({ mark: { attrs }, links, children }: LinkProps) {
  const title = String(attrs?.title);
  const named = (each: { readonly title: string }) => titleKey(each.title) === titleKey(title);
  const target = links.pages.find((each) => each.id === attrs?.page) ?? links.pages.find(named) ?? links.formerTitles?.find(named);
  const anchor = typeof attrs?.heading === "string" ? `#${headingAnchor(attrs.heading)}` : "";
  if (target) return <Link href={`${links.pageHref(target.id)}${anchor}`}>{children}</Link>;
  if (!links.startHref) return children;
  return (
    <Link className="promised" href={links.startHref(title)}>{children} <span className="promised-note">not written yet</span></Link>
  );
}

function FileLinkView({ mark: { attrs }, links, children }: LinkProps) {
  const file = links.files?.find((each) => each.id === attrs?.file);
  if (!file || !links.fileHref) return <>{children} <span className="promised-note">file not here</span></>;
  return <a className="file-link" href={links.fileHref(file.id)} download={file.name}>{children} <span className="file-note">{fileSize(file.size)}</span></a>;
}
