/** What somebody may do, as facts: the words are chosen where it is shown. */
import "server-only";
import type { Person } from "@/core/access/may";
import type { AccessDto, LevelAheadDto, PageDto } from "../pages/dto";
import { ownership, type Standpoint } from "./read";

/** The facts behind what the viewer may do at a place, and what will change it next. */
export function accessDto({ decision, ahead, person: asked, place, closed, makers }: Standpoint): AccessDto {
  const { level, because } = decision;
  const change = closed ? null : ahead.next(asked, place);
  const next = change && { at: new Date(change.at), level: change.level };
  if (because.kind === "built in") return { level, because, next };
  const { rule } = because;
  return {
    level,
    next,
    because: {
      kind: "rule",
      scope: rule.scope,
      who: rule.who.kind,
      madeBy: makers.get(rule.id) ?? "",
      madeAt: new Date(rule.madeAt),
      from: rule.from === null ? null : new Date(rule.from),
      until: rule.until === null ? null : new Date(rule.until),
      weekly: rule.weekly,
    },
  };
}

/** What those whose wiki it is, and other students, may do on a page: what everybody who reads it is told. */
export function whoMay(
  { ahead, place, closed }: Standpoint,
  ownerId: string | null,
  ownerName: string | null,
): PageDto["whoMay"] {
  const at = (asked: Omit<Person, "id" | "role">): LevelAheadDto => {
    const student: Person = { id: "", role: "student", ...asked };
    const change = closed ? null : ahead.next(student, place);
    const level = ahead.now.levelOf(student, place);
    return {
      level: closed && level !== "hidden" ? "read" : level,
      next: change && { at: new Date(change.at), level: change.level },
    };
  };
  return {
    group: at({ isMember: true, ...ownership(ownerId, "") }),
    owner: ownerId === null ? null : { name: ownerName ?? "", ...at({ isMember: true, owns: true }) },
    others: at({ isMember: false }),
  };
}
