/** A comparison in the page's own formatting: what came is underlined, what went struck, what moved dotted. */
import type { ReactNode } from "react";
import type { ComparedBlock, Segment } from "@/core/diff/document";
import { marked } from "../document/DocumentView";
import { counted } from "../words/counts";

const signs: Record<ComparedBlock["state"], string> = { same: "", changed: "±", restyled: "¶", came: "+", went: "−", moved: "↷", "moved away": "↶" };

/** Unchanged blocks in a row are folded when there are more than this; one stays open on each side of a change. */
const foldFrom = 4;

export function ComparedView({ blocks }: { blocks: readonly ComparedBlock[] }) {
  const parts: ReactNode[] = [];
  for (let at = 0; at < blocks.length; ) {
    let end = at;
    while (end < blocks.length && blocks[end]!.state === "same") end++;
    const run = blocks.slice(at, end);
    if (run.length >= foldFrom) {
      const [head, tail] = [at === 0 ? 0 : 1, end === blocks.length ? 0 : 1];
      const folded = run.slice(head, run.length - tail);
      parts.push(...run.slice(0, head).map((block, index) => <Block key={at + index} block={block} />));
      parts.push(
        <details className="folded" key={`fold${at}`}>
          <summary>{counted(folded.length, "unchanged block")}</summary>
          {folded.map((block, index) => <Block key={index} block={block} />)}
        </details>,
      );
      parts.push(...run.slice(run.length - tail).map((block, index) => <Block key={`t${at + index}`} block={block} />));
    } else parts.push(...run.map((block, index) => <Block key={at + index} block={block} />));
    if (end < blocks.length) parts.push(<Block key={end} block={blocks[end]!} />);
    at = end + 1;
  }
  return <div className="prose compared">{blocks.length === 0 ? <p className="empty">The page is empty, as it was before.</p> : parts}</div>;
}

function Block({ block }: { block: ComparedBlock }) {
  const { kind, level, frames } = block.look;
  const text = block.segments.map((segment, index) => <Changed key={index} segment={segment} />);
  const Tag = kind === "heading" ? (`h${level}` as "h2") : kind === "codeBlock" ? "pre" : "p";
  const inner = kind === "horizontalRule" ? <hr /> : <Tag>{text}</Tag>;
  return (
    <div className="block" data-state={block.state} data-sign={signs[block.state]}>
      {frames.reduceRight<ReactNode>((inside, frame, depth) => {
        const isInnermost = depth === frames.length - 1;
        if (frame.kind === "quote") return <div className="quoted">{inside}</div>;
        const bullet = !frame.opens || !isInnermost ? "" : frame.kind === "bullet" ? "•" : `${frame.number}.`;
        return <div className="frames"><span className="bullet">{bullet}</span><div>{inside}</div></div>;
      }, inner)}
    </div>
  );
}

function Changed({ segment }: { segment: Segment }): ReactNode {
  const text = marked(withBreaks(segment.text), segment.marks, null);
  switch (segment.change) {
    case "kept": return text;
    case "came": return <ins>{text}</ins>;
    case "went": return <del>{text}</del>;
    case "moved": return <span className="moved"><span className="visually-hidden">moved here: </span>{text}</span>;
    case "moved away": return <span className="moved-away"><span className="visually-hidden">moved from here: </span>{text}</span>;
    case "restyled": return <span className="restyled" title="The formatting changed, the words did not">{text}</span>;
    default: return segment.change satisfies never;
  }
}

function withBreaks(text: string): ReactNode {
  return text.split("\n").flatMap((line, index) => (index === 0 ? [line] : [<br key={index} />, line]));
}

export function ComparisonKey() {
  return (
    <p className="key">
      <ins>came</ins><del>went</del><span className="moved">moved here</span><span className="moved-away">moved from here</span><span className="restyled">formatting changed</span>
    </p>
  );
}
