import type { MemberReviewDto } from "@/data/review/dto";

interface Props {
  readonly days: MemberReviewDto["days"];
  /** The first and the last day of the picture, and the one by which it is due, YYYY-MM-DD. */
  readonly from: string;
  readonly to: string;
  readonly due: string;
}

const [wide, high] = [72, 14];
const dayOf = (day: string) => Date.parse(`${day}T00:00:00Z`) / 86_400_000;

/**
 * When somebody was at work, day by day: a stroke for each day, the taller the more they did; the due day is
 * drawn in. The number beside it says how many.
 */
export function DaysPicture({ days, from, to, due }: Props) {
  const [first, last] = [dayOf(from), Math.max(dayOf(to), dayOf(from) + 1)];
  const place = (day: number) => ((day - first) / (last - first)) * (wide - 2);
  const all = (days?.acts ?? [])
    .map((acts, at) => ({ day: days!.first + at, acts }))
    .filter(({ acts }) => acts > 0);
  const most = Math.max(4, ...all.map(({ acts }) => acts));
  const strokes = all.filter(({ day }) => day >= first && day <= last);
  const dueOn = dayOf(due);
  return (
    <svg
      className="days-picture"
      width={wide}
      height={high}
      viewBox={`0 0 ${wide} ${high}`}
      aria-hidden="true"
    >
      <line x1="0" x2={wide} y1={high - 0.5} y2={high - 0.5} className="ground" />
      {dueOn >= first && dueOn <= last && (
        <line x1={place(dueOn) + 1} x2={place(dueOn) + 1} y1="0" y2={high} className="due" />
      )}
      {strokes.map(({ day, acts }) => {
        const height = 3 + (Math.min(acts, most) / most) * (high - 4);
        return (
          <rect
            key={day}
            x={place(day).toFixed(1)}
            y={(high - 1 - height).toFixed(1)}
            width="2"
            height={height.toFixed(1)}
            className="stroke"
          />
        );
      })}
    </svg>
  );
}
