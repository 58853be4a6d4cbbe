/** The stems of words, by PostgreSQL's own dictionaries. */
import "server-only";
import { sql } from "drizzle-orm";
import type { Language } from "@/core/search/languages";
import type { StemOf } from "@/core/search/vector";
import type { Queryable } from "../db/client";

/** A stem never changes, so a process keeps those that it met; so many of a language, then it begins again. */
const mostKept = 60_000;
const kept = new Map<Language, Map<string, string>>();

/**
 * Tells the stems of `forms` in a language: one question for those that this process has not met yet. A word
 * that the dictionary leaves out, such as "the", is its own stem: people search for it too.
 */
export async function stemsOf(db: Queryable, language: Language, forms: Iterable<string>): Promise<StemOf> {
  if (language === "simple") return (form) => form;
  const known = kept.get(language) ?? kept.set(language, new Map()).get(language)!;
  if (known.size > mostKept) known.clear();
  const asked = [...new Set(forms)];
  const unknown = asked.filter((form) => !known.has(form));
  if (unknown.length > 0) {
    const { rows } = await db.execute<{ stem: string | null }>(sql`
      select (ts_lexize(${`${language}_stem`}::regdictionary, form.word))[1] as stem
      from unnest(${sql.param(unknown)}::text[]) with ordinality as form (word, at) order by form.at`);
    unknown.forEach((form, index) => known.set(form, rows[index]!.stem || form));
  }
  // Of its own, for another question may begin the process's store again.
  const own = new Map(asked.map((form) => [form, known.get(form)!]));
  return (form) => own.get(form) ?? form;
}
