import type { Role } from "@/core/access/may";

export interface CourseDto {
  readonly id: string;
  readonly title: string;
  readonly term: string;
  readonly timeZone: string;
  /** The viewer's. */
  readonly role: Role;
}

export interface PersonDto {
  readonly id: string;
  readonly name: string;
  readonly email: string;
  readonly role: Role;
}

export interface GroupSetDto {
  readonly id: string;
  readonly title: string;
  readonly groups: readonly { readonly id: string; readonly name: string; readonly members: readonly string[] }[];
}
