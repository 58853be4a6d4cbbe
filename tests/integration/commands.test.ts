import { execFile } from "node:child_process";
import { fileURLToPath } from "node:url";
import { describe, expect, inject, test } from "vitest";
import { findLink } from "@/data/accounts/links";
import { createAccounts } from "@/data/accounts/write";
import { newId } from "@/data/session/ids";
import { db } from "../support/course";

const root = fileURLToPath(new URL("../..", import.meta.url));

/** Runs a command of the project; what it printed and how it ended. */
function run(
  command: string,
  args: readonly string[],
  env: Record<string, string> = {},
): Promise<{ code: number; out: string; err: string }> {
  return new Promise((resolve) => {
    execFile(
      command,
      [...args],
      { cwd: root, env: { ...process.env, ...env }, timeout: 60_000 },
      (error, out, err) => {
        resolve({ code: typeof error?.code === "number" ? error.code : error ? 1 : 0, out, err });
      },
    );
  });
}

/** Runs a line of shell with the functions that both commands share. */
const shell = (line: string) =>
  run("bash", [
    "-c",
    `set -euo pipefail; ROOT=${JSON.stringify(root)}; . bin/lib/setup.sh; trap - ERR; ${line}`,
  ]);

test("an operator prints a link for a new password, for one use; for an address that nobody has there is none", async () => {
  const address = `${newId()}@rivers.example`;
  await createAccounts(
    db,
    [{ id: newId(), name: "Mira Okonjo", email: address, passwordHash: "none" }],
    new Date(),
  );
  const command = (of: string) =>
    run("node", ["--conditions=react-server", "bin/lib/command.mjs", "password-link", of], {
      DATABASE_URL: inject("databaseUrl"),
    });
  const { code, out } = await command(address);
  expect([code, out]).toEqual([0, expect.stringMatching(/^http:\/\/127\.0\.0\.1\/password\/[\w-]{32}\n/)]);
  const token = /password\/([\w-]+)/.exec(out)![1]!;
  expect(await findLink(db, "password", token, new Date())).toMatchObject({ address });
  expect((await command("nobody.here@rivers.example")).code).toBe(1);
  expect((await command("no address")).code).toBe(2);
});

describe("the two commands", () => {
  test.each([
    ["bin/demo", ["--prot", "4000"], "bin/demo does not know --prot"],
    ["bin/demo", ["--port", "four"], "--port wants a number"],
    ["bin/test", ["units"], "bin/test takes a step before units"],
  ])("%s %j is refused in words, and does nothing", async (command, args, words) => {
    const { code, err, out } = await run(command, args);
    expect(code).toBe(1);
    expect(err).toContain(words);
    expect(out).toBe("");
  });

  test("bin/demo --help says what it takes", async () =>
    expect((await run("bin/demo", ["--help"])).out).toMatch(/--reset[\s\S]*--port/));

  test("a package that is there is not installed again; one that can't be is named with what would", async () => {
    expect((await shell("need_package nothing true; echo went on")).out).toBe("went on\n");
    const { code, err } = await shell("as_root() { return 127; }; need_package tidy-nowhere false");
    expect(code).toBe(1);
    expect(err).toContain("An administrator can: apt-get install tidy-nowhere");
  });

  test("a port that was found free is free, and one that is taken is told", async () => {
    expect((await shell('p=$(free_port); port_is_free "$p" && echo free')).out).toBe("free\n");
    const server = (await import("node:net")).createServer().listen(0, "127.0.0.1");
    await new Promise((listening) => server.once("listening", listening));
    const { port } = server.address() as { port: number };
    expect((await shell(`port_is_free ${port} || echo taken`)).out).toBe("taken\n");
    server.close();
  });

  test("the sources' stamp changes with them, not with time or tests", async () => {
    const stamp = async () => (await shell("source_stamp")).out.trim();
    const before = await stamp();
    expect(before).toMatch(/^\d+$/);
    expect(await stamp()).toBe(before);
  });
});

describe("commands of the server", () => {
  const command = (...words: string[]) =>
    run("node", ["--conditions=react-server", "bin/lib/command.mjs", ...words]);

  test("one that is not there is refused, with those that are", async () => {
    const { code, err } = await command("recount");
    expect(code).toBe(2);
    expect(err).toMatch(/no command recount\. There are: .*ledger.*prepare/);
  });

  test("several that start at the same time use one bundle, and say what they take", async () => {
    const answers = await Promise.all(["", "", ""].map(() => command("ledger", "recount")));
    expect(answers.map(({ code }) => code)).toEqual([2, 2, 2]);
    for (const { err } of answers) expect(err).toContain("Usage: check [COURSE]");
  });
});

describe("settings", () => {
  test("what is missing is named, and no value is printed", async () => {
    const { code, err } = await run("node", ["--conditions=react-server", "bin/lib/command.mjs", "prepare"], {
      DATABASE_URL: "mysql://secret@host/db",
      BETTER_AUTH_SECRET: "short-secret",
      BETTER_AUTH_URL: "",
    });
    expect(code).toBe(1);
    expect(err).toContain("Settings missing or malformed: DATABASE_URL, BETTER_AUTH_SECRET, BETTER_AUTH_URL");
    expect(err).not.toContain("secret@host");
    expect(err).not.toContain("short-secret");
  });
});
