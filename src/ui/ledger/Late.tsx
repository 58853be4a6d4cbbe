/** Says that something was saved when it was due already. */
export function Late() {
  return (
    <span className="late" title="Saved after the due time, as it was for its author">
      late
    </span>
  );
}
