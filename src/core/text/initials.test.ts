import { expect, test } from "vitest";
import { initials } from "./initials";

test.each([
  ["Mira Okonjo", "M. O."],
  ["ines", "I."],
  ["Ben Adair (guest)", "B. A."],
  ["Åse  Møller-Lund", "Å. M."],
  ["é́lodie d’Arc", "É́. D."],
  ["李 四", "李. 四."],
  ["  ", ""],
  ["42", ""],
])("%j is %j", (name, short) => expect(initials(name)).toBe(short));
