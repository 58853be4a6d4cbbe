/** What those who take part in an assignment are told when it is published or changed. */

/** Times as wall clocks in the course's zone, "2026-03-16T10:00"; null: none. */
export interface AnnouncedTimes {
  readonly opensAt: string;
  readonly dueAt: string;
  readonly cutOffAt: string | null;
  readonly closesAtDue: boolean;
}

export interface Announced {
  readonly title: string;
  readonly isNew: boolean;
  /** As they are now. */
  readonly times: AnnouncedTimes;
  /** Of what was changed, how it was before; of times that stayed nothing is said. */
  readonly before: Partial<AnnouncedTimes>;
  readonly hasNewBrief: boolean;
}

interface State extends AnnouncedTimes {
  readonly title: string;
  readonly brief: unknown;
}

/**
 * What there is to tell; null: nothing that takes part would want to hear. `before` null: it is published
 * now.
 */
export function toAnnounce(before: State | null, after: State): Announced | null {
  const { opensAt, dueAt, cutOffAt, closesAtDue, title } = after;
  const times: AnnouncedTimes = { opensAt, dueAt, cutOffAt, closesAtDue };
  if (!before) return { title, isNew: true, times, before: {}, hasNewBrief: false };
  const changed = (Object.keys(times) as (keyof AnnouncedTimes)[]).filter(
    (name) => before[name] !== after[name],
  );
  const hasNewBrief = JSON.stringify(before.brief) !== JSON.stringify(after.brief);
  if (changed.length === 0 && !hasNewBrief) return null;
  return {
    title,
    isNew: false,
    times,
    before: Object.fromEntries(changed.map((name) => [name, before[name]])),
    hasNewBrief,
  };
}
