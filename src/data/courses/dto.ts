import type { Language } from "@/core/search/languages";
import type { Role } from "@/core/access/may";
import type { Refused } from "../refusal";

export interface CourseDto {
  readonly id: string;
  readonly title: string;
  readonly term: string;
  readonly timeZone: string;
  /** In which its pages are written. */
  readonly language: Language;
  /** Dates as "2026-03-29"; both included. */
  readonly startsOn: string;
  readonly endsOn: string;
  readonly archivedAt: Date | null;
  /** The viewer's. */
  readonly role: Role;
}

export type CourseSaved = { readonly kind: "saved"; readonly courseId: string } | Refused<CourseProblem>;

export type CourseProblem =
  | { readonly code: "not allowed" }
  | { readonly code: "bad input"; readonly field: string; readonly message: string };
