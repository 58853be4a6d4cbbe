/**
 * Asking the built application for everything that it has, as one person after the other, past its screens.
 */
import { request, test, type APIRequestContext } from "@playwright/test";
import { readFileSync } from "node:fs";
import postgres from "postgres";

const build = process.env.TIDY_BUILD!;
/** A server with a database of its own, which no other test changes. */
export const base = `http://127.0.0.1:${process.env.TIDY_WALK_PORT}`;

function manifest<Shape>(name: string): Shape {
  return JSON.parse(readFileSync(`${build}/.next/server/${name}`, "utf8")) as Shape;
}

interface ServerAction {
  readonly id: string;
  /** File and name, from the folder of routes on. */
  readonly name: string;
  /** A route that has it, with its parameters' names. */
  readonly route: string;
}

/** All server actions of the build. */
export function serverActions(): ServerAction[] {
  const { node } = manifest<{
    node: Record<string, { workers: Record<string, unknown>; filename: string; exportedName: string }>;
  }>("server-reference-manifest.json");
  return Object.entries(node).map(([id, { workers, filename, exportedName }]) => ({
    id,
    name: `${filename.replace(/^src\/app\//, "").replace(/\.tsx?$/, "")}#${exportedName}`,
    route:
      Object.keys(workers)[0]!
        .replace(/^app/, "")
        .replace(/\/page$/, "") || "/",
  }));
}

/**
 * All routes of the build, with their parameters' names in brackets; without the framework's own for errors.
 */
export function routes(): string[] {
  return Object.values(
    JSON.parse(readFileSync(`${build}/.next/app-path-routes-manifest.json`, "utf8")) as Record<
      string,
      string
    >,
  )
    .filter((route) => !route.startsWith("/_"))
    .sort();
}

/** An address of `route`: each parameter in its place. Throws for one that nothing is given for. */
export function addressOf(route: string, given: Readonly<Record<string, string>>): string {
  return route.replace(/\[(?:\.\.\.)?(\w+)\]/g, (_, name: string) => {
    if (!(name in given)) throw new Error(`The walk knows no ${name}, which ${route} asks for`);
    return given[name]!;
  });
}

/** What travels as a file in the place of a long argument. */
export class Parcel {
  constructor(readonly content: unknown) {}
}

/** Calls a server action as a browser would, past every form. */
export async function call(
  as: APIRequestContext,
  action: ServerAction,
  at: string,
  args: readonly unknown[],
) {
  const headers = { "next-action": action.id, origin: base };
  const parcels = args.filter((each) => each instanceof Parcel);
  if (parcels.length === 0)
    return as.post(at, {
      headers: { ...headers, "content-type": "text/plain;charset=UTF-8" },
      data: JSON.stringify(args),
      maxRedirects: 0,
    });
  // The parcel comes before the arguments that name it: it is read as they arrive.
  const form = new FormData();
  form.append(
    "_1_parcel",
    new File([JSON.stringify(parcels[0]!.content)], "parcel", { type: "application/json" }),
  );
  form.append("0", JSON.stringify(args.map((each) => (each instanceof Parcel ? "$K1" : each))));
  return as.post(at, { headers, maxRedirects: 0, multipart: form });
}

export async function nobody(): Promise<APIRequestContext> {
  return request.newContext({ baseURL: base });
}

export async function personOf(id: string): Promise<APIRequestContext> {
  const as = await nobody();
  const answer = await as.post("/api/auth/sign-in/demo", { data: { person: id }, headers: { origin: base } });
  if (!answer.ok()) throw new Error(`${id} could not sign in: ${answer.status()}`);
  return as;
}

export const sql = postgres(process.env.DATABASE_URL!.replace(/\/[^/]*$/, "/e2e_walk"), {
  max: 2,
  onnotice: () => {},
});
test.afterAll(() => sql.end());

/** What signing in, being counted and reading changes, apart from what anybody did. */
const besides = ["session", "rate_limit", "verification", "page_visit", "feedback_seen", "assess_presence"];

/** A fingerprint of each table: equal before and after what changed nothing. */
export async function fingerprints(): Promise<Record<string, string>> {
  const tables = await sql<
    { name: string }[]
  >`select table_name as name from information_schema.tables where table_schema = 'public'
    and table_type = 'BASE TABLE' order by 1`;
  const found: Record<string, string> = {};
  for (const { name } of tables) {
    if (besides.includes(name)) continue;
    // When people were last at their desk is no change of what is there.
    const row =
      name === "released_mark"
        ? sql`(to_jsonb(t) - 'seen_at')::text`
        : name === "enrolment"
          ? sql`(to_jsonb(t) - 'visited_at' - 'visited_before')::text`
          : sql`t::text`;
    const [print] = await sql<
      { print: string }[]
    >`select md5(coalesce(string_agg(${row}, '|' order by ${row}), '')) as print from ${sql(name)} t`;
    found[name] = print!.print;
  }
  return found;
}
