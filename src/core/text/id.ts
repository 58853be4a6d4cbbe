/** Ids as they come in from outside: bounded here, and known or not where they are asked for. */
import * as z from "zod";

/** Of anything that has an id. */
export const id = z.string().max(60);
export const ids = (most: number) => z.array(id).max(most);
