/**
 * An author's mark: a colour and a glyph of their own, the same on every screen. The glyph tells authors
 * apart where colours don't: for colour-blind readers, in print, in a photocopy.
 */
const glyphs = [
  <circle key="disc" cx="6" cy="6" r="4.5" />,
  <path key="square" d="M1.8 1.8h8.4v8.4H1.8z" />,
  <path key="triangle" d="M6 1 11 10.5H1z" />,
  <path key="lozenge" d="M6 .8 11.2 6 6 11.2.8 6z" />,
  <path
    key="ring"
    d="M6 1.2a4.8 4.8 0 1 0 0 9.6 4.8 4.8 0 0 0 0-9.6zm0 2.6a2.2 2.2 0 1 1 0 4.4 2.2 2.2 0 0 1 0-4.4z"
    fillRule="evenodd"
  />,
  <path key="cross" d="M4.4 1h3.2v3.4H11v3.2H7.6V11H4.4V7.6H1V4.4h3.4z" />,
  <path key="bars" d="M1.5 1.5h9v3.2h-9zM1.5 7.3h9v3.2h-9z" />,
  <path key="funnel" d="M1 1.5h10L6 11z" />,
  <path key="half" d="M6 1a5 5 0 0 0 0 10z M7 1.2h1.6v9.6H7z" />,
  <path key="frame" d="M1 1h10v10H1zm2.6 2.6v4.8h4.8V3.6z" fillRule="evenodd" />,
  <path key="wedges" d="M1 1h5L1 6zM11 11H6l5-5z" />,
  <path key="six" d="M3.4 1h5.2L11 6 8.6 11H3.4L1 6z" />,
];

/** How many marks there are before they begin again. */
export const markCount = glyphs.length;

/** The shape alone, 12 by 12 units, to be drawn within a chart. */
export const authorGlyph = (mark: number) => glyphs[mark % markCount]!;

export function authorColor(mark: number | null): string {
  return mark === null ? "var(--author-none)" : `var(--author-${mark % markCount})`;
}

/**
 * How an author's parts are hatched, wherever they are drawn: which way the lines run, and how far apart in
 * pixels. The first mark has none.
 */
interface Hatch {
  readonly lines: "falling" | "rising" | "level" | "upright";
  readonly every: number;
}

const hatches: readonly (Hatch | null)[] = [
  null,
  { lines: "falling", every: 4.5 },
  { lines: "rising", every: 4.5 },
  { lines: "level", every: 4.5 },
  { lines: "upright", every: 4.5 },
  { lines: "falling", every: 9 },
  { lines: "rising", every: 9 },
  { lines: "level", every: 9 },
  { lines: "upright", every: 9 },
  { lines: "falling", every: 2.6 },
  { lines: "rising", every: 2.6 },
  { lines: "upright", every: 2.6 },
];
/** Across the lines. */
const gradientAngles = { falling: 45, rising: 135, level: 0, upright: 90 };
const lineWidth = (every: number) => Math.min(1.5, every / 2);
const lineInk = "color-mix(in srgb, var(--paper) 55%, transparent)";

const hatchOf = (mark: number | null) => (mark === null ? null : hatches[mark % markCount]!);

/** The fill of an author's part in a bar: colour and hatch. */
export function authorFill(mark: number | null): React.CSSProperties {
  const hatch = hatchOf(mark);
  const gap = hatch ? hatch.every - lineWidth(hatch.every) : 0;
  const lines = hatch
    ? `repeating-linear-gradient(${gradientAngles[hatch.lines]}deg, transparent 0 ${gap}px, ${lineInk} ${gap}px ${hatch.every}px)`
    : "none";
  return { backgroundColor: authorColor(mark), backgroundImage: lines, printColorAdjust: "exact" };
}

/** The same fill for what is drawn: to be put into `defs`. */
export function AuthorPattern({ id, mark }: { id: string; mark: number | null }) {
  const hatch = hatchOf(mark);
  const isSlanted = hatch?.lines === "falling" || hatch?.lines === "rising";
  const size = hatch ? hatch.every * (isSlanted ? Math.SQRT2 : 1) : 8;
  const [middle, past] = [size / 2, size + 1];
  const lines = {
    // Corners are crossed by the lines of the tiles beside them too.
    falling: `M-1-1L${past} ${past}M${size - 1}-1l2 2M-1 ${size - 1}l2 2`,
    rising: `M-1 ${past}L${past}-1M-1 1l2-2M${size - 1} ${past}l2-2`,
    level: `M0 ${middle}h${size}`,
    upright: `M${middle} 0v${size}`,
  };
  return (
    <pattern id={id} width={size} height={size} patternUnits="userSpaceOnUse">
      <rect width={size} height={size} fill={authorColor(mark)} />
      {hatch && (
        <path d={lines[hatch.lines]} stroke={lineInk} strokeWidth={lineWidth(hatch.every)} fill="none" />
      )}
    </pattern>
  );
}

export function AuthorMark({ mark }: { mark: number | null }) {
  if (mark === null)
    return (
      <svg
        width="12"
        height="12"
        viewBox="0 0 12 12"
        aria-hidden="true"
        style={{ flex: "none", transform: "translateY(1px)" }}
      >
        <path d="M2 6h8" stroke="var(--pencil)" strokeWidth="1.5" />
      </svg>
    );
  return (
    <svg
      width="12"
      height="12"
      viewBox="0 0 12 12"
      aria-hidden="true"
      fill={authorColor(mark)}
      style={{ flex: "none", transform: "translateY(1px)" }}
    >
      {glyphs[mark % markCount]}
    </svg>
  );
}

/**
 * A mark in front of text, never alone at the end of a line: around boxes lines may break, unless a joiner
 * says no.
 */
export function Joined({ children }: { children: React.ReactNode }) {
  return <span className="joined">{children}</span>;
}

/** A name with its mark. */
export function Author({ name, mark }: { name: string; mark: number | null }) {
  return (
    <span style={{ display: "inline-flex", alignItems: "baseline", gap: 6 }}>
      <AuthorMark mark={mark} />
      {name}
    </span>
  );
}
