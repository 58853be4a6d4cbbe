/**
 * A student's statement: what they did, in the order of time, as an account with running standing words. What
 * others did to their words has lines of its own, at its own time, so that the account adds up, line by line,
 * to the standing words at its end.
 */
import type { Author } from "./step";
import { changesOf, type GroupWork, indexOf, partOf } from "./work";
import { sittingGap } from "./sittings";

export interface StatementLine {
  /** Milliseconds since 1970. */
  readonly at: number;
  readonly page: string;
  /** The entry, or the comment that it is. */
  readonly entry: number | null;
  readonly remark: string | null;
  /**
   * Whether somebody else did it to the student's words, and who; starter text that was brought in is
   * nobody's (null).
   */
  readonly isByOther: boolean;
  readonly by: Author;
  /**
   * Words of the student's that came to stand by this line, less those that went by it: by the student, or by
   * somebody else.
   */
  readonly own: number;
  readonly byOthers: number;
  /** Words of the student's that stand after it: after the line before, and both of these. */
  readonly standing: number;
}

export interface Statement {
  /**
   * Runs of the student's acts with gaps under half an hour, oldest first; what others did stands behind the
   * act that it followed.
   */
  readonly sittings: readonly (readonly StatementLine[])[];
  readonly standing: number;
}

/**
 * The statement of one member. An entry that they wrote together with its author is a line of theirs too.
 * O(deeds + remarks).
 */
export function statement(work: GroupWork, member: string): Statement {
  const { deeds: owners } = indexOf(work);
  const changeBy = (deed: GroupWork["deeds"][number]) =>
    changesOf(deed.figures).reduce((sum, [entry, words]) => {
      const owner = owners.get(entry);
      return sum + (owner ? words * partOf(owner, member) : 0);
    }, 0);
  const acts = [
    ...work.deeds.map((deed) => ({
      at: deed.at,
      page: deed.page,
      entry: deed.entry,
      remark: null,
      by: deed.author,
      change: changeBy(deed),
      isTheirs: deed.author === member || partOf(deed, member) > 0,
    })),
    ...work.remarks.map(({ at, page, id, author }) => ({
      at,
      page,
      entry: null,
      remark: id,
      by: author,
      change: 0,
      isTheirs: author === member,
    })),
  ].sort((one, other) => one.at - other.at || (one.entry ?? Infinity) - (other.entry ?? Infinity));
  const sittings: StatementLine[][] = [];
  let [standing, lastAt] = [0, -Infinity];
  for (const { change, isTheirs, ...act } of acts) {
    if (!isTheirs && change === 0) continue;
    standing += change;
    const line: StatementLine = {
      ...act,
      isByOther: !isTheirs,
      own: isTheirs ? change : 0,
      byOthers: isTheirs ? 0 : change,
      standing,
    };
    const last = sittings.at(-1);
    if (last && (!isTheirs || act.at - lastAt < sittingGap)) last.push(line);
    else sittings.push([line]);
    if (isTheirs) lastAt = act.at;
  }
  return { sittings, standing };
}
