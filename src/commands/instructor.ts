/**
 * Lets somebody make courses: `instructor ADDRESS NAME`, with a password on standard input for an account
 * that has none. The database is the one of DATABASE_URL.
 */
import { text } from "node:stream/consumers";
import { shortestPassword } from "@/core/account/password";
import { readAddress } from "@/core/roster/address";
import { letIn } from "@/data/accounts/write";
import { letMakeCourses } from "@/data/courses/write";
import { database } from "@/data/db/client";
import { problemOf } from "@/data/accounts/common";
import { hashPassword } from "@/data/session/auth";
import { newId } from "@/data/session/ids";

async function run([given = "", name = ""]: readonly string[]): Promise<number> {
  const address = readAddress(given);
  if (!address || name.trim() === "") {
    console.error("Wanted: a mail address and a name, and the password on standard input.");
    return 2;
  }
  const password = (await text(process.stdin)).replace(/\r?\n$/, "");
  const problem = problemOf(password, { name, address });
  if (problem) {
    console.error(
      `The password is ${problem}. It wants at least ${shortestPassword} characters, and none that everybody tries first. Nothing was changed.`,
    );
    return 2;
  }
  const known = await letIn(
    database(),
    { id: newId(), name: name.trim(), address, passwordHash: await hashPassword(password) },
    new Date(),
  );
  await letMakeCourses(database(), address);
  console.log(
    known === "had a password"
      ? "They may make courses. Their password stays as it was."
      : "They may make courses, and sign in with this password.",
  );
  return 0;
}

run(process.argv.slice(2)).then(
  (code) => process.exit(code),
  (error: unknown) => {
    console.error(error instanceof Error ? error.message : error);
    process.exit(1);
  },
);
