interface Props {
  readonly near: readonly { readonly id: string; readonly title: string }[];
  /** What stands in front of a page's id in its address. */
  readonly pageBase: string;
}

/** Pages whose titles are nearly the one that is typed. */
export function NearTitles({ near, pageBase }: Props) {
  return (
    <p className="near-titles" role="status">
      There {near.length === 1 ? "is a page" : "are pages"} called nearly so:{" "}
      {near.map(({ id, title }, at) => (
        <span key={id}>
          {at > 0 && ", "}
          <a href={`${pageBase}/${id}`} target="_blank" rel="noreferrer">
            {title}
          </a>
        </span>
      ))}
      .
    </p>
  );
}
