/** Text inside its marks. */
import { Link } from "@/ui/frame/Link";
import type { ReactNode } from "react";
import { aside, copiedAs } from "@/core/document/copied";
import type { DocumentMark } from "@/core/document/model";
import { fileSize } from "../words/sizes";
import {
  commentAnchor,
  headingAnchor,
  linkedFile,
  linkedPage,
  type LinkTargets,
  passageAnchor,
  type Reading,
} from "./reading";

/** `links` null draws links to pages and files as plain text (in comparisons). */
export function marked(
  text: ReactNode,
  marks: readonly DocumentMark[],
  links: LinkTargets | Reading | null,
): ReactNode {
  return marks.reduceRight<ReactNode>((inside, mark) => {
    switch (mark.type) {
      case "bold":
        return <strong>{inside}</strong>;
      case "italic":
        return <em>{inside}</em>;
      case "underline":
        return <u>{inside}</u>;
      case "strike":
        return <s>{inside}</s>;
      case "code":
        return <code>{inside}</code>;
      case "subscript":
        return <sub>{inside}</sub>;
      case "superscript":
        return <sup>{inside}</sup>;
      case "textTone":
        return (
          <span data-tone={String(mark.attrs?.tone)} {...copiedAs(mark)}>
            {inside}
          </span>
        );
      case "highlight":
        return (
          <span data-highlight={String(mark.attrs?.tone)} {...copiedAs(mark)}>
            {inside}
          </span>
        );
      case "link":
        return (
          <a
            href={String(mark.attrs?.href)}
            rel="noopener noreferrer nofollow"
            {...(mark.attrs?.newTab === true ? { target: "_blank" } : {})}
          >
            {inside}
          </a>
        );
      case "pageLink":
        return links ? (
          <PageLinkView mark={mark} links={links}>
            {inside}
          </PageLinkView>
        ) : (
          <span className="promised-link">{inside}</span>
        );
      case "fileLink":
        return links ? (
          <FileLinkView mark={mark} links={links}>
            {inside}
          </FileLinkView>
        ) : (
          <span className="promised-link">{inside}</span>
        );
      case "passage":
        return links && "passages" in links ? (
          <PassageView mark={mark} passages={links.passages}>
            {inside}
          </PassageView>
        ) : (
          inside
        );
      default:
        return mark satisfies never;
    }
  }, text);
}

/** Text that counts as discussion: said in words where it begins. */
function DiscussionView({
  id,
  isOpening,
  by,
  children,
}: {
  id: string;
  isOpening: boolean;
  by: string;
  children: ReactNode;
}) {
  return (
    <span
      className="discussion"
      title={`Counts as discussion, not as text (${by})`}
      {...(isOpening ? { id: passageAnchor(id) } : {})}
    >
      {isOpening && (
        <span className="discussion-sign" {...aside}>
          discussion
        </span>
      )}
      {children}
    </span>
  );
}

/** Text that a comment is about; where it begins, the sign of the conversation and the way to it. */
function PassageView({
  mark: { attrs },
  passages,
  children,
}: {
  mark: DocumentMark;
  passages: Reading["passages"];
  children: ReactNode;
}) {
  const passage = passages.get(String(attrs?.id));
  if (!passage) return children;
  if (passage.kind === "discussion")
    return (
      <DiscussionView id={passage.id} isOpening={attrs?.opens === true} by={passage.author}>
        {children}
      </DiscussionView>
    );
  if (passage.kind === "differs") return <mark className="differs">{children}</mark>;
  if (passage.kind === "pinned")
    return (
      <mark
        className="passage"
        data-lit="true"
        title="Pinned"
        {...(attrs?.opens === true ? { id: passageAnchor(passage.id) } : {})}
      >
        {children}
      </mark>
    );
  return (
    <mark
      className="passage"
      data-passage={passage.id}
      {...(attrs?.opens === true ? { id: passageAnchor(passage.id) } : {})}
    >
      {attrs?.opens === true && (
        <a
          className="passage-sign"
          {...aside}
          href={`#${commentAnchor(passage.id)}`}
          aria-label={`Comment ${passage.sign}, by ${passage.author}`}
        >
          {passage.sign}
        </a>
      )}
      {children}
    </mark>
  );
}

interface LinkProps {
  readonly mark: DocumentMark;
  readonly links: LinkTargets;
  readonly children: ReactNode;
}

function PageLinkView({ mark, links, children }: LinkProps) {
  const { attrs } = mark;
  const title = String(attrs?.title);
  const target = linkedPage(links, attrs?.page, title);
  // Of a page that the reader does not see, not even the id: it reads as one that is not written yet.
  const copied = copiedAs({ ...mark, attrs: { ...attrs, page: target ?? null } });
  const anchor = typeof attrs?.heading === "string" ? `#${headingAnchor(attrs.heading)}` : "";
  if (target)
    return (
      <Link href={`${links.pageHref(target)}${anchor}`} {...copied}>
        {children}
      </Link>
    );
  if (!links.startHref) return children;
  return (
    <Link className="promised" href={links.startHref(title)} {...copied}>
      {children}
      <Remark look="promised-note">not written yet</Remark>
    </Link>
  );
}

function FileLinkView({ mark, links, children }: LinkProps) {
  const file = linkedFile(links, mark.attrs?.file);
  if (!file || !links.fileHref)
    return (
      <>
        {children}
        <Remark look="promised-note">file not here</Remark>
      </>
    );
  return (
    <a className="file-link" href={links.fileHref(file.id)} download={file.name} {...copiedAs(mark)}>
      {children}
      <Remark look="file-note">{fileSize(file.size)}</Remark>
    </a>
  );
}

/** What is said of a link, behind it. The space between is no part of the text either. */
function Remark({ look, children }: { look: string; children: ReactNode }) {
  return (
    <span {...aside}>
      {" "}
      <span className={look}>{children}</span>
    </span>
  );
}
