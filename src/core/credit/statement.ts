/**
 * A student's statement: what they did, in the order of time, as an account with running standing words. Between two of
 * their lines others can change how many of their words stand; each line says what others did to them before it, so that
 * the account adds up, line by line, to the standing words at its end.
 */
import { type GroupWork, indexOf, partOf, sittingGap } from "./work";

export interface StatementLine {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly page: string;
  /** The entry, or the comment that it is. */
  readonly entry: number | null;
  readonly remark: string | null;
  /** Words of the student's that came to stand by this line, less those that went by it. */
  readonly own: number;
  /** The same by what others did since the student's line before. */
  readonly byOthers: number;
  /** Words of the student's that stand after it: the line before, and both of these. */
  readonly standing: number;
}

export interface Statement {
  /** Runs of lines with gaps under half an hour, oldest first. */
  readonly sittings: readonly (readonly StatementLine[])[];
  /** By what others did since the last line. */
  readonly byOthersSince: number;
  readonly standing: number;
}

/** The statement of one member. An entry that they wrote together with its author is a line of theirs too. O(deeds + remarks). */
export function statement(work: GroupWork, member: string): Statement {
  const { deeds: owners } = indexOf(work);
  const changeBy = (deed: GroupWork["deeds"][number]) => deed.figures.standingChange.reduce((sum, [entry, words]) => {
    const owner = owners.get(entry);
    return sum + (owner ? words * partOf(owner, member) : 0);
  }, 0);
  const acts = [
    ...work.deeds.map((deed) => ({ at: deed.at, page: deed.page, entry: deed.entry, remark: null, change: changeBy(deed), isTheirs: deed.author === member || partOf(deed, member) > 0 })),
    ...work.remarks.map(({ at, page, id, author }) => ({ at, page, entry: null, remark: id, change: 0, isTheirs: author === member })),
  ].sort((one, other) => one.at - other.at || (one.entry ?? Infinity) - (other.entry ?? Infinity));
  const sittings: StatementLine[][] = [];
  let standing = 0, byOthers = 0;
  for (const { change, isTheirs, ...act } of acts) {
    standing += change;
    if (!isTheirs) { byOthers += change; continue; }
    const line: StatementLine = { ...act, own: change, byOthers, standing };
    byOthers = 0;
    const last = sittings.at(-1);
    if (last && act.at - last.at(-1)!.at < sittingGap) last.push(line);
    else sittings.push([line]);
  }
  return { sittings, byOthersSince: byOthers, standing };
}
