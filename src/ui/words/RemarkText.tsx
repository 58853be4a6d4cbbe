import { Fragment, type ReactNode } from "react";
import { namingsIn } from "@/core/text/named";
import { type RemarkBlock, remarkBlocks, type RemarkSpan } from "@/core/text/remark";

interface Props {
  readonly body: string;
  /** Those who can be named in it: their names are set apart. */
  readonly people?: readonly { readonly id: string; readonly name: string }[];
}

/** A comment as it is read. Made span by span: no HTML goes through as text. */
export function RemarkText({ body, people = [] }: Props) {
  return (
    <div className="remark-text">
      {remarkBlocks(body).map((block, at) => (
        <Block key={at} block={block} people={people} />
      ))}
    </div>
  );
}

function Block({
  block: { kind, lines },
  people,
}: {
  block: RemarkBlock;
  people: NonNullable<Props["people"]>;
}) {
  const drawn = lines.map((spans, at) => (
    <Fragment key={at}>
      {spans.map((span, place) => (
        <Span key={place} span={span} people={people} />
      ))}
    </Fragment>
  ));
  if (kind === "list")
    return (
      <ul>
        {drawn.map((line, at) => (
          <li key={at}>{line}</li>
        ))}
      </ul>
    );
  const text = drawn.flatMap((line, at) => (at === 0 ? [line] : [<br key={`br${at}`} />, line]));
  return kind === "quote" ? <blockquote>{text}</blockquote> : <p>{text}</p>;
}

function Span({ span: { kind, text }, people }: { span: RemarkSpan; people: NonNullable<Props["people"]> }) {
  switch (kind) {
    case "strong":
      return <strong>{withNames(text, people)}</strong>;
    case "stressed":
      return <em>{withNames(text, people)}</em>;
    case "code":
      return <code>{text}</code>;
    case "address":
      return (
        <a href={text} rel="noopener noreferrer nofollow">
          {text}
        </a>
      );
    case "text":
      return withNames(text, people);
    default:
      return kind satisfies never;
  }
}

function withNames(text: string, people: NonNullable<Props["people"]>): ReactNode {
  const namings = namingsIn(text, people);
  return namings.length === 0
    ? text
    : [
        ...namings.flatMap(({ from, to }, at) => [
          text.slice(namings[at - 1]?.to ?? 0, from),
          <b key={from} className="named">
            {text.slice(from, to)}
          </b>,
        ]),
        text.slice(namings.at(-1)!.to),
      ];
}
