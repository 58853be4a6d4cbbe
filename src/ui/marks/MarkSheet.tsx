import type { ShownCriterion, ShownMark, ShownPin } from "@/data/marks/dto";
import { Link } from "../frame/Link";
import { figureWords } from "../words/figures";

interface Props {
  readonly shown: ShownMark;
  readonly assignment: string;
  /** When it was released, in words. */
  readonly released: string;
  readonly toldAt: (iso: string) => string;
  /** Where an entry is; null: in a document that stands by itself. */
  readonly hrefOf: ((place: { readonly pageId: string; readonly number: number }) => string) | null;
}

/** What a student is shown of their assessment, as one sheet. Plain HTML: it is read, printed, and kept. */
export function MarkSheet({ shown, assignment, released, toldAt, hrefOf }: Props) {
  const all = [...shown.criteria, ...shown.own].map(({ id }) => id);
  const loose = shown.pins.filter(({ criteria }) => !criteria.some((id) => all.includes(id)));
  const list = (criteria: readonly ShownCriterion[]) => (
    <ul className="shown-criteria">
      {criteria.map((criterion) => (
        <Criterion
          key={criterion.id}
          criterion={criterion}
          pins={shown.pins.filter(({ criteria: of }) => of.includes(criterion.id))}
          toldAt={toldAt}
          hrefOf={hrefOf}
        />
      ))}
    </ul>
  );
  return (
    <>
      <p className="quiet">
        {shown.student}, {shown.group}. “{assignment}”. Released {released}.
      </p>
      <p className="the-mark">
        <strong>{shown.mark}</strong>{" "}
        <span>
          of {shown.outOf}
          {shown.label && <>: {shown.label}</>}
        </span>
      </p>
      {shown.groupMark !== null && (
        <p>
          The group’s mark: <strong>{shown.groupMark}</strong>.{" "}
          <span className="quiet">{shown.groupWorking}</span>
        </p>
      )}
      {shown.working !== null && (
        <p>
          {shown.computed === null ? "How yours comes about" : `Computed: ${shown.computed}`}:{" "}
          <span className="quiet">{shown.working}</span>
        </p>
      )}
      {shown.computed !== null && shown.working === null && <p>Computed: {shown.computed}.</p>}
      {shown.reason !== "" && (
        <p>
          {shown.computed !== null ? "Why it was set otherwise" : "Why"}: {shown.reason}
        </p>
      )}
      {shown.earlier.length > 0 && (
        <p className="notice">
          It was {shown.earlier.map(({ mark, at }) => `${mark} (shown ${toldAt(at)})`).join(", before that ")}
          .
        </p>
      )}
      {shown.criteria.length > 0 && (
        <>
          <h2 id="criteria">Your group’s work</h2>
          {list(shown.criteria)}
        </>
      )}
      {shown.own.length > 0 && (
        <>
          <h2 id="own-criteria">Your own share</h2>
          {list(shown.own)}
        </>
      )}
      {loose.length > 0 && (
        <>
          <h2>Pinned for you</h2>
          <ul className="shown-criteria">
            {loose.map((pin) => (
              <li key={pin.id}>
                <div className="pins">
                  <Pin pin={pin} toldAt={toldAt} hrefOf={hrefOf} />
                </div>
              </li>
            ))}
          </ul>
        </>
      )}
      {shown.feedback.length > 0 && (
        <>
          <h2>Feedback</h2>
          {shown.feedback.map(({ by, at, body, isForAll }, index) => (
            <div key={index} className="feedback-read">
              <p style={{ whiteSpace: "pre-line" }}>{body}</p>
              <p className="quiet">
                {by}, {toldAt(at)}
                {isForAll ? ", to the group" : ", to you"}
              </p>
            </div>
          ))}
        </>
      )}
      {shown.figures.length > 0 && (
        <>
          <h2>From the record</h2>
          <p className="quiet">
            {shown.figures
              .map(
                ({ name, text }) =>
                  `${figureWords[name].label}: ${text === "" ? "–" : text}${name === "share" && text !== "" ? " %" : ""}`,
              )
              .join("; ")}
            .
          </p>
        </>
      )}
    </>
  );
}

type Shown = Pick<Props, "toldAt" | "hrefOf">;

function Criterion({
  criterion: { title, description, given, about, weight },
  pins,
  toldAt,
  hrefOf,
}: Shown & { readonly criterion: ShownCriterion; readonly pins: readonly ShownPin[] }) {
  return (
    <li>
      <span>
        <strong>{title}</strong> <span className="quiet">weight {weight}</span>
      </span>
      <span className="given">{given}</span>
      {(about || description) && <p className="about quiet">{about || description}</p>}
      {pins.length > 0 && (
        <ul className="pins">
          {pins.map((pin) => (
            <li key={pin.id}>
              <Pin pin={pin} toldAt={toldAt} hrefOf={hrefOf} />
            </li>
          ))}
        </ul>
      )}
    </li>
  );
}

function Pin({ pin: { title, text, by, at, place }, toldAt, hrefOf }: Shown & { readonly pin: ShownPin }) {
  const named = title in figureWords ? figureWords[title as keyof typeof figureWords].label : title;
  return (
    <>
      {place && hrefOf ? <Link href={hrefOf(place)}>{named}</Link> : <strong>{named}</strong>}
      {text && (
        <>
          : <q>{text}</q>
        </>
      )}
      {(by || at) && (
        <span className="quiet"> {[by, at ? toldAt(at) : ""].filter((part) => part !== "").join(", ")}</span>
      )}
    </>
  );
}
