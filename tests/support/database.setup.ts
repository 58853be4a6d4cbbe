/** A database of its own for each run of the tests: made before, dropped after. */
import { randomBytes } from "node:crypto";
import postgres from "postgres";
import type { TestProject } from "vitest/node";
import { migrateDatabase } from "@/data/db/migrate";

declare module "vitest" {
  interface ProvidedContext {
    databaseUrl: string;
  }
}

export default async function setup({ provide }: TestProject): Promise<() => Promise<void>> {
  const server = process.env.TEST_SERVER_URL;
  if (!server)
    throw new Error("TEST_SERVER_URL is not set: run bin/test, which starts a PostgreSQL for the tests");
  const name = `run_${randomBytes(6).toString("hex")}`;
  const admin = postgres(`${server}/postgres`, { max: 1, onnotice: () => {} });
  await admin.unsafe(`create database ${name}`);
  await migrateDatabase(`${server}/${name}`);
  provide("databaseUrl", `${server}/${name}`);
  return async () => {
    await admin.unsafe(`drop database ${name} with (force)`);
    await admin.end();
  };
}
