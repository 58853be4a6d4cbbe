/** Which marks can stand together on one text: the schema says which excludes which. */
import type { DocumentMark } from "./model";
import type { StoredMark } from "./parts";
import { pageSchema } from "./schema";

/**
 * What is left of `marks` where the schema lets not all of them stand together; the later of two of one type
 * stays, and code stays alone.
 */
export function marksTogether(marks: readonly DocumentMark[]): DocumentMark[] {
  const { marks: types } = pageSchema();
  const excludes = (one: DocumentMark, other: DocumentMark) =>
    types[one.type as StoredMark]!.excludes(types[other.type as StoredMark]!);
  return marks.reduce<DocumentMark[]>((held, mark) => {
    const left = held.filter((other) => !excludes(mark, other));
    return left.some((other) => excludes(other, mark)) ? left : [...left, mark];
  }, []);
}
