import { longestPassword, type PasswordProblem, shortestPassword } from "@/core/account/password";

/** What is wrong with a password that somebody chose. */
export function passwordWords(problem: PasswordProblem): string {
  switch (problem) {
    case "too short":
      return `A password has at least ${shortestPassword} characters. Yours was not stored.`;
    case "too long":
      return `A password has at most ${longestPassword} characters. Yours was not stored.`;
    case "common":
      return "This password is among those that are tried first. It was not stored; choose another.";
    case "personal":
      return "This password is little more than your name or address. It was not stored; choose another.";
    case "simple":
      return "This password repeats few characters, or counts. It was not stored; choose another.";
    default:
      return problem satisfies never;
  }
}

/** A wait in words, rounded up. */
export function waitWords(milliseconds: number): string {
  const seconds = Math.ceil(milliseconds / 1000);
  return seconds < 90 ? `${seconds} seconds` : `${Math.ceil(seconds / 60)} minutes`;
}

const browsers: readonly (readonly [sign: string, name: string])[] = [
  ["Edg/", "Edge"],
  ["OPR/", "Opera"],
  ["Firefox/", "Firefox"],
  ["Chrome/", "Chrome"],
  ["Safari/", "Safari"],
];
const machines: readonly (readonly [sign: string, name: string])[] = [
  ["iPhone", "iPhone"],
  ["iPad", "iPad"],
  ["Android", "Android"],
  ["Windows", "Windows"],
  ["Mac OS", "Mac"],
  ["CrOS", "Chromebook"],
  ["Linux", "Linux"],
];

/** What a browser says of itself, as people would say it. */
export function browserWords(agent: string): string {
  const named = (list: typeof browsers) => list.find(([sign]) => agent.includes(sign))?.[1];
  const [browser, machine] = [named(browsers), named(machines)];
  return browser && machine ? `${browser} on ${machine}` : (browser ?? machine ?? "A browser");
}
