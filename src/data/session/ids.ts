import { customAlphabet } from "nanoid";

/** Twelve letters and digits: 62 bits, short enough for an address and too many to guess. */
export const newId: () => string = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 12);
