/** Passwords that are tried first by whoever guesses: a list that ships with the application. */
import "server-only";
import { dictionary } from "@zxcvbn-ts/language-common";
import { type Owner, passwordProblem, type PasswordProblem } from "@/core/account/password";

let known: ReadonlySet<string> | undefined;

export function problemOf(password: string, owner: Owner): PasswordProblem | null {
  known ??= new Set(dictionary.passwords as readonly string[]);
  return passwordProblem(password, owner, (text) => known!.has(text));
}
