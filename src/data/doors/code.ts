/** The codes of open rooms and the ends of readers' addresses. */
import "server-only";
import { createHash } from "node:crypto";
import { customAlphabet } from "nanoid";

const alphabet = "23456789BCDFGHJKMNPQRSTVWXYZ";
const codeLength = 8;

/**
 * Eight letters and digits of 28, without vowels and what is mistaken for each other: 38 bits, for the length
 * of a lesson.
 */
export const newCode: () => string = customAlphabet(alphabet, codeLength);

/** Thirty-two letters and digits: 165 bits, for what lets a browser in without asking again. */
export const newToken: () => string = customAlphabet("0123456789abcdefghijklmnopqrstuvwxyz", 32);

/** A code as it was typed: in small letters, with spaces and dashes. Null if it can be none. */
export function readCode(typed: string): string | null {
  const code = typed.toUpperCase().replace(/[\s-]/g, "");
  return code.length === codeLength && [...code].every((letter) => alphabet.includes(letter)) ? code : null;
}

export const hashToken = (token: string): string => createHash("sha256").update(token).digest("hex");
