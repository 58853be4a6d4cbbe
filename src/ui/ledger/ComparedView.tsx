/**
 * A comparison in the page's own formatting: what came is underlined, what went struck, what moved dotted.
 */
import { Fragment, type ReactNode } from "react";
import type { ComparedBlock, Segment } from "@/core/compared/document";
import { type Frame, isObjectKind, type ObjectKind } from "@/core/document/leaves";
import type { DocumentNode } from "@/core/document/model";
import { readNote } from "@/core/document/notes";
import { AuthorMark, Joined } from "../authors/AuthorMark";
import { EquationBudget } from "../document/equation";
import { EquationView } from "../document/EquationView";
import { FigureView, LinkCardView, MediaView } from "../document/FileViews";
import { marked } from "../document/Marked";
import { type LinkTargets, noLinks } from "../document/reading";
import { Link } from "../frame/Link";
import { counted } from "../words/counts";
import { ComparedTable, tableOf } from "./ComparedTable";
import type { OtherEnd } from "./other-ends";

const signs: Record<ComparedBlock["state"], string> = {
  same: "",
  changed: "±",
  restyled: "¶",
  came: "+",
  went: "−",
  moved: "↷",
  "moved away": "↶",
};

/**
 * Unchanged blocks in a row are folded when there are more than this; one stays open on each side of a
 * change.
 */
const foldFrom = 4;

interface Props {
  readonly blocks: readonly ComparedBlock[];
  /** Where the files are that the two states show. */
  readonly links?: LinkTargets;
  /** Where it is shown who wrote what: draws a stretch that one entry wrote. Nothing is folded then. */
  readonly drawEntry?: (entry: number, text: ReactNode) => ReactNode;
  /** Who did what came or went, where several worked in between: by the entry. */
  readonly doneBy?: (entry: number) => Doer | null;
  /** The other end of words that moved between pages, by the entry there. */
  readonly otherEnd?: (rev: number, isAway: boolean) => OtherEnd | null;
  /** Whether the two states stand beside each other; otherwise in one text. */
  readonly isBeside?: boolean;
}

/** Who did something, in which entry. */
export interface Doer {
  readonly mark: number | null;
  readonly told: string;
}

/**
 * So much of a comparison is drawn, in blocks and stretches of text: what has more is better read in smaller
 * steps.
 */
const mostDrawn = 12_000;

/** How many of the blocks are drawn. */
function countDrawn(blocks: readonly ComparedBlock[]): number {
  let [at, parts] = [0, 0];
  while (at < blocks.length && (parts += 1 + blocks[at]!.segments.length) <= mostDrawn) at++;
  return at;
}

export function ComparedView({
  blocks: all,
  links = noLinks,
  drawEntry,
  doneBy,
  otherEnd,
  isBeside = false,
}: Props) {
  const blocks = all.slice(0, countDrawn(all));
  const look: BlockLook = {
    links: { ...links, equations: new EquationBudget() },
    drawEntry,
    doneBy,
    otherEnd,
  };
  // A table is as wide as both: its cells are compared within it.
  const drawBlock = (block: ComparedBlock, key: string | number, isWhole = false) =>
    isBeside && !isWhole ? (
      <BesideBlock key={key} block={block} look={look} />
    ) : (
      <Block key={key} block={block} look={look} />
    );
  const parts: ReactNode[] = [];
  // A table stays whole: its unchanged cells are what tells where the changed ones stand.
  const isSame = (at: number) => blocks[at]!.state === "same" && tableOf(blocks[at]!) === null;
  for (let at = 0; at < blocks.length;) {
    const table = tableOf(blocks[at]!);
    let end = at;
    if (table !== null) {
      while (end < blocks.length && tableOf(blocks[end]!) === table) end++;
      const cells = blocks.slice(at, end);
      const hasChanged = cells.some(({ state }) => state !== "same");
      const shown = (
        <ComparedTable key={at} blocks={cells} draw={(block, index) => drawBlock(block, index, true)} />
      );
      parts.push(
        hasChanged || drawEntry ? (
          shown
        ) : (
          <details className="folded" key={`fold${at}`}>
            <summary>an unchanged table</summary>
            {shown}
          </details>
        ),
      );
      at = end;
      continue;
    }
    while (end < blocks.length && isSame(end)) end++;
    const run = blocks.slice(at, end);
    const draw = (block: ComparedBlock, key: string | number) => drawBlock(block, key);
    if (run.length >= foldFrom && !drawEntry) {
      const [head, tail] = [at === 0 ? 0 : 1, end === blocks.length ? 0 : 1];
      const folded = run.slice(head, run.length - tail);
      parts.push(...run.slice(0, head).map((block, index) => draw(block, at + index)));
      parts.push(
        <details className="folded" key={`fold${at}`}>
          <summary>{counted(folded.length, "unchanged block")}</summary>
          {folded.map(draw)}
        </details>,
      );
      parts.push(...run.slice(run.length - tail).map((block, index) => draw(block, `t${at + index}`)));
    } else parts.push(...run.map((block, index) => draw(block, at + index)));
    if (end < blocks.length && tableOf(blocks[end]!) === null) parts.push(draw(blocks[end++]!, `c${end}`));
    at = end;
  }
  return (
    <div className={isBeside ? "prose compared beside-states" : "prose compared"}>
      {blocks.length === 0 ? <p className="empty">The page is empty, as it was before.</p> : parts}
      {blocks.length < all.length && (
        <p className="quiet">
          {counted(all.length - blocks.length, "more block is", "more blocks are")} not shown here: the page
          is too long to be compared in one view. Compare entries that lie closer together.
        </p>
      )}
    </div>
  );
}

type Drawing = LinkTargets & { readonly equations: EquationBudget };

interface BlockLook {
  readonly links: Drawing;
  readonly drawEntry: Props["drawEntry"];
  readonly doneBy: Props["doneBy"];
  readonly otherEnd: Props["otherEnd"];
}

/** A block as it was, and beside it as it is; where it was not there, nothing. */
function BesideBlock({ block, look }: { block: ComparedBlock; look: BlockLook }) {
  const { state, segments, was, ...rest } = block;
  const [isNew, isGone] = [state === "came" || state === "moved", state === "went" || state === "moved away"];
  const before = segments.filter(({ change }) => change !== "came" && change !== "moved");
  const after = segments.filter(({ change }) => change !== "went" && change !== "moved away");
  return (
    <div className="beside-block">
      <div>
        {!isNew && (
          <Block
            block={{
              ...rest,
              state,
              segments: before,
              ...(was ? { look: { ...rest.look, node: was } } : {}),
            }}
            look={look}
          />
        )}
      </div>
      <div>{!isGone && <Block block={{ ...rest, state, segments: after }} look={look} />}</div>
    </div>
  );
}

function Block({
  block,
  look: { links, drawEntry, doneBy, otherEnd },
}: {
  block: ComparedBlock;
  look: BlockLook;
}) {
  const drawn = (segment: Segment, goesOn: boolean) => (
    <Changed
      segment={segment}
      doer={segment.entry !== undefined && doneBy && !goesOn ? doneBy(segment.entry) : null}
      end={
        segment.otherEnd !== undefined && otherEnd && !goesOn
          ? otherEnd(segment.otherEnd, segment.change === "moved away")
          : null
      }
      equations={links.equations}
    />
  );
  const text = stretches(block.segments).map((stretch, key) => {
    const shown = stretch.map((segment, index) => (
      <Fragment key={index}>{drawn(segment, index > 0)}</Fragment>
    ));
    const { entry } = stretch[0]!;
    return (
      <Fragment key={key}>{entry !== undefined && drawEntry ? drawEntry(entry, shown) : shown}</Fragment>
    );
  });
  return (
    <div className="block" data-state={block.state} data-sign={signs[block.state]}>
      {block.was && (
        <div className="object-change" data-change="went">
          <span className="object-sign">before</span>
          {isObjectKind(block.look.kind) && (
            <Look kind={block.look.kind} node={block.was} links={links}>
              {null}
            </Look>
          )}
        </div>
      )}
      {framed(
        block.look.frames,
        <LookOf block={block} links={links}>
          {text}
        </LookOf>,
      )}
    </div>
  );
}

/**
 * Segments that came about in one way and by one entry, and only look different: they are one to who asks
 * whose they are.
 */
function stretches(segments: readonly Segment[]): Segment[][] {
  const found: Segment[][] = [];
  for (const segment of segments) {
    const last = found.at(-1);
    if (
      last &&
      last[0]!.entry === segment.entry &&
      last[0]!.otherEnd === segment.otherEnd &&
      last[0]!.change === segment.change
    )
      last.push(segment);
    else found.push([segment]);
  }
  return found;
}

/** The lists and quotes that a block stands in. */
function framed(frames: readonly Frame[], inner: ReactNode): ReactNode {
  return frames.reduceRight<ReactNode>((inside, frame, depth) => {
    const isInnermost = depth === frames.length - 1;
    switch (frame.kind) {
      case "cell":
        return inside;
      case "quote":
        return <div className="quoted">{inside}</div>;
      default: {
        const bullet = !frame.opens || !isInnermost ? "" : frame.kind === "bullet" ? "•" : frame.sign;
        return (
          <div className="frames">
            <span className="bullet">{bullet}</span>
            <div>{inside}</div>
          </div>
        );
      }
    }
  }, inner);
}

/** The block itself: what came or went as a whole, and is no text, says so in a word. */
function LookOf({
  block: { look, state, was },
  links,
  children,
}: {
  block: ComparedBlock;
  links: Drawing;
  children: ReactNode;
}) {
  const { kind, level, node } = look;
  switch (kind) {
    case "paragraph":
      return <p>{children}</p>;
    case "codeBlock":
      return <pre>{children}</pre>;
    case "heading": {
      const Heading = `h${level}` as "h2";
      return <Heading>{children}</Heading>;
    }
    case "note":
      return (
        <p className="compared-note">
          <span className="object-sign">{readNote(node).kind}</span>
          {children}
        </p>
      );
    case "figure":
    case "media":
    case "linkCard":
    case "equationBlock":
    case "contentsList":
    case "horizontalRule": {
      const change = was ? "came" : state === "came" || state === "went" ? state : null;
      const shown = (
        <Look kind={kind} node={node} links={links}>
          {children}
        </Look>
      );
      return change === null ? (
        shown
      ) : (
        <div className="object-change" data-change={change}>
          <span className="object-sign">{was ? "now" : change}</span>
          {shown}
        </div>
      );
    }
    default:
      return kind satisfies never;
  }
}

/** What is no text, as it looks. */
function Look({
  kind,
  node,
  links,
  children,
}: {
  kind: ObjectKind;
  node: DocumentNode;
  links: Drawing;
  children: ReactNode;
}) {
  switch (kind) {
    case "figure":
      return (
        <FigureView node={node} reading={links}>
          {children}
        </FigureView>
      );
    case "media":
      return (
        <MediaView node={node} reading={links}>
          {children}
        </MediaView>
      );
    case "linkCard":
      return <LinkCardView node={node}>{children}</LinkCardView>;
    case "equationBlock":
      return <EquationView latex={String(node.attrs?.latex ?? "")} isBlock budget={links.equations} />;
    case "contentsList":
      return <p className="quiet">List of the page’s headings</p>;
    case "horizontalRule":
      return <hr />;
    default:
      return kind satisfies never;
  }
}

function Changed({
  segment,
  doer,
  end,
  equations,
}: {
  segment: Segment;
  doer: Doer | null;
  end: OtherEnd | null;
  equations: EquationBudget;
}): ReactNode {
  const text = marked(
    segment.object ? <InlineObject node={segment.object} equations={equations} /> : segment.text,
    segment.marks,
    null,
  );
  const by = doer && (
    <Joined>
      <span className="doer" title={doer.told}>
        <AuthorMark mark={doer.mark} />
        <span className="visually-hidden">{doer.told}: </span>
      </span>
    </Joined>
  );
  const way = end && (
    <small className="other-end">{end.href ? <Link href={end.href}>{end.told}</Link> : end.told} </small>
  );
  switch (segment.change) {
    case "kept":
      return text;
    case "came":
      return (
        <ins>
          {by}
          {text}
        </ins>
      );
    case "went":
      return (
        <del>
          {by}
          {text}
        </del>
      );
    case "moved":
      return (
        <>
          {way}
          <span className="moved">
            {by}
            <span className="visually-hidden">moved here: </span>
            {text}
          </span>
        </>
      );
    case "moved away":
      return (
        <>
          {way}
          <span className="moved-away">
            {by}
            <span className="visually-hidden">moved from here: </span>
            {text}
          </span>
        </>
      );
    case "restyled":
      return (
        <span className="restyled" title="The formatting changed, the words did not">
          {text}
        </span>
      );
    default:
      return segment.change satisfies never;
  }
}

function InlineObject({ node, equations }: { node: DocumentNode; equations: EquationBudget }): ReactNode {
  if (node.type === "equation")
    return <EquationView latex={String(node.attrs?.latex ?? "")} budget={equations} />;
  return <sup className="note-mark">{readNote(node).kind}</sup>;
}

export function ComparisonKey() {
  return (
    <p className="key">
      <ins>came</ins>
      <del>went</del>
      <span className="moved">moved here</span>
      <span className="moved-away">moved from here</span>
      <span className="restyled">formatting changed</span>
    </p>
  );
}
