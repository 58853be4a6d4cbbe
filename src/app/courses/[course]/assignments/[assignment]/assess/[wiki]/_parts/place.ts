import type { Period } from "@/data/review/period";

/** Where the work is that somebody assesses, and as of when. */
export interface WorkPlace {
  readonly course: string;
  readonly assignment: string;
  readonly wiki: string;
  readonly period: Period;
  readonly asked: Readonly<Record<string, string | string[] | undefined>>;
  readonly zone: string;
  readonly now: Date;
}
