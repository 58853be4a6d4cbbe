import type { Role } from "@/core/access/may";
import type { ColumnKind } from "@/core/roster/columns";
import type { Arrival } from "@/data/people/dto";

export const roleWords: Readonly<Record<Role, string>> = {
  instructor: "Instructor",
  assistant: "Assistant",
  student: "Student",
  observer: "Observer",
};

export const roleAbout: Readonly<Record<Role, string>> = {
  instructor: "sets up, changes and reviews everything",
  assistant: "reads, comments and reviews, without changing the course",
  student: "writes in the wiki of their group",
  observer: "only reads",
};

export const arrivalWords: Readonly<Record<Arrival, string>> = {
  active: "has an account",
  invited: "invited",
  "invitation expired": "invitation expired",
  "not invited": "not invited",
};

export const columnWords: Readonly<Record<ColumnKind, string>> = {
  address: "Mail address",
  name: "Name",
  "given name": "Given name",
  "family name": "Family name",
  "preferred name": "Preferred name",
  section: "Section",
  group: "Group",
  role: "Role",
  number: "Number in the registry",
  own: "A column of the course",
  "left out": "Left out",
};
