/** Where a new page is to stand in the contents. */
interface Props {
  /** The pages below which it can stand, in their order. */
  readonly pages: readonly { readonly id: string; readonly title: string; readonly depth: number }[];
  readonly below: string | null;
  readonly choose: (page: string | null) => void;
}

export function BelowChoice({ pages, below, choose }: Props) {
  if (pages.length === 0) return null;
  return (
    <label className="plain-label">
      In the contents{" "}
      <select
        className="plain-select wide"
        value={below ?? ""}
        onChange={(event) => choose(event.target.value || null)}
      >
        <option value="">behind all other pages</option>
        {pages.map(({ id, title, depth }) => (
          <option key={id} value={id}>
            {"\u2003".repeat(depth)}below {title}
          </option>
        ))}
      </select>
    </label>
  );
}
