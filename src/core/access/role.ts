/** What a role on a course means, in the words of the product: asked here and nowhere else. */
import type { Role } from "./rule";

/** Somebody without a role (null) is not on the course; a guest has none of these powers. */
type Asked = Role | "guest" | null | undefined;

/** Runs the course: sets it up, and may do everything in it. */
export const runsCourse = (role: Asked): boolean => role === "instructor";

/** Reviews students' work: instructors all of it, assistants that of the groups given to them. */
export const reviewsWork = (role: Asked): boolean => role === "instructor" || role === "assistant";

export const assists = (role: Asked): boolean => role === "assistant";

/** Takes part: is in groups, and is who work is expected from. */
export const takesPart = (role: Asked): boolean => role === "student";
