import { expect, test } from "vitest";
import { passwordProblem } from "./password";

const mira = { name: "Mira Okonjo", address: "mira.okonjo@urban-rivers.example" };
const isCommon = (text: string) => ["password", "qwertyuiop", "iloveyou", "letmein"].includes(text);

test.each([
  ["follow the water", null],
  ["heron-7-otter-gauge", null],
  ["河流修复项目需要仔细规划", null],
  ["Xk2!vvR9pq", null],
  ["passwords are hard to make up", null],
  ["mira went along the river", null],
  ["short", "too short"],
  ["ninechars", "too short"],
  ["x".repeat(129), "too long"],
  ["qwertyuiop", "common"],
  ["Password123", "common"],
  ["ILoveYou!!", "common"],
  ["aaaaaaaaaaaa", "simple"],
  ["1234567890", "simple"],
  ["abcdefghijkl", "simple"],
  ["1212121212", "simple"],
  ["miraokonjo", "personal"],
  ["MiraOkonjo2026", "personal"],
  ["urban-rivers1", "personal"],
])("%s", (password, problem) => expect(passwordProblem(password, mira, isCommon)).toBe(problem));
