/** What a server says to whoever runs it: settings that are wrong, a database that is away, proxies. */
import { expect, test } from "@playwright/test";
import { type ChildProcess, execFileSync, spawn } from "node:child_process";
import { createServer, connect } from "node:net";
import postgres from "postgres";

const started: ChildProcess[] = [];
test.afterEach(() => {
  for (const each of started.splice(0)) each.kill("SIGKILL");
});

async function freePort(): Promise<number> {
  return new Promise((done) => {
    const server = createServer().listen(0, "127.0.0.1", () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });
}

/** Starts the built server as an operator would, and keeps what it prints. */
function serve(env: Record<string, string>) {
  const lines: Record<string, unknown>[] = [];
  const process_ = spawn("node", [`${process.env.TIDY_BUILD}/server.js`], {
    env: { ...process.env, TIDY_DEMO: "0", HOSTNAME: "127.0.0.1", NODE_ENV: "production", ...env },
    stdio: ["ignore", "pipe", "ignore"],
  });
  started.push(process_);
  const exited = new Promise<number | null>((done) => process_.once("exit", done));
  let rest = "";
  process_.stdout.on("data", (data: Buffer) => {
    const parts = (rest + data.toString()).split("\n");
    rest = parts.pop()!;
    for (const line of parts)
      if (line.startsWith("{")) lines.push(JSON.parse(line) as Record<string, unknown>);
  });
  return { lines, exited, said: (event: string) => lines.filter(({ msg }) => msg === event) };
}

/** A request as an old proxy sends it, without saying to which host. */
async function plainRequest(port: number, text: string): Promise<string> {
  return new Promise((done, failed) => {
    let answer = "";
    const socket = connect(port, "127.0.0.1", () => socket.write(text));
    socket
      .on("data", (data) => {
        answer += data.toString();
      })
      .on("end", () => done(answer))
      .on("error", failed);
  });
}

test("a server whose settings are wrong says which, without their values, and does not start", async () => {
  const server = serve({
    PORT: String(await freePort()),
    BETTER_AUTH_SECRET: "too short to sign",
    BETTER_AUTH_URL: "no address",
    SMTP_URL: "smtp://mail.example",
  });
  expect(await server.exited).toBe(78);
  expect(
    server
      .said("settings are wrong")
      .map(({ setting }) => setting)
      .sort(),
  ).toEqual(["BETTER_AUTH_SECRET", "BETTER_AUTH_URL", "MAIL_FROM"]);
  for (const { setting, what } of server.said("settings are wrong"))
    expect(what).toMatch(new RegExp(`^${setting as string} is (missing|not as it has to be)\\. It `));
  expect(JSON.stringify(server.lines)).not.toContain("too short to sign");
});

test("a server without its database says so, stays, and tells who asks", async () => {
  const [port, nobody] = [await freePort(), await freePort()];
  const server = serve({
    PORT: String(port),
    DATABASE_URL: `postgres://app@127.0.0.1:${nobody}/app`,
    BETTER_AUTH_URL: `http://127.0.0.1:${port}`,
  });
  await expect.poll(() => server.said("database is not there").length).toBeGreaterThan(0);
  expect(server.said("database is not there")[0]).toMatchObject({ code: "ECONNREFUSED", level: "error" });
  for (const path of ["health", "ready"])
    expect((await fetch(`http://127.0.0.1:${port}/api/${path}`)).status).toBe(503);
});

test("a database that was never brought up is told from one that is not there", async () => {
  const port = await freePort();
  const server = serve({
    PORT: String(port),
    DATABASE_URL: process.env.DATABASE_URL!.replace(/\/[^/]*$/, "/postgres"),
    BETTER_AUTH_URL: `http://127.0.0.1:${port}`,
  });
  await expect.poll(() => server.said("migrations are missing").length).toBeGreaterThan(0);
  expect(await (await fetch(`http://127.0.0.1:${port}/api/ready`)).json()).toEqual({
    status: "migrations are missing",
  });
});

test("the server that is built has all that it serves beside it, works behind a proxy that passes no host, and takes the address that the proxy tells", async () => {
  const built = execFileSync("bin/build", { encoding: "utf8" }).trim();
  expect(built).toBe(process.env.TIDY_BUILD);
  const port = await freePort();
  const server = serve({
    PORT: String(port),
    BETTER_AUTH_URL: "https://wikis.rivers.example",
    TIDY_PROXIES: "1",
  });
  await expect
    .poll(() =>
      fetch(`http://127.0.0.1:${port}/api/ready`).then(
        ({ status }) => status,
        () => 0,
      ),
    )
    .toBe(200);
  const page = await (await fetch(`http://127.0.0.1:${port}/sign-in`)).text();
  const script = /\/_next\/static\/[^"]+\.js/.exec(page)![0];
  expect((await fetch(`http://127.0.0.1:${port}${script}`)).status).toBe(200);
  const body = JSON.stringify({ email: "nobody@rivers.example", password: "not a password" });
  const answer = await plainRequest(
    port,
    `POST /api/auth/sign-in/email HTTP/1.0\r\nConnection: close\r\nOrigin: https://wikis.rivers.example\r\nX-Forwarded-For: 198.51.100.7, 203.0.113.5\r\nContent-Type: application/json\r\nContent-Length: ${body.length}\r\n\r\n${body}`,
  );
  expect(answer).toMatch(/^HTTP\/1\.[01] 401/);
  expect(answer.toLowerCase()).toContain("strict-transport-security: max-age=");
  await expect.poll(() => server.said("sign-in failed").length).toBe(1);
  expect(server.said("sign-in failed")[0]).toMatchObject({ address: "203.0.113.5", account: null });
});

test("work that fails, and connections that are lost, are told in the log", async () => {
  const port = await freePort();
  const address = process.env.DATABASE_URL!.replace(/\/[^/]*$/, "/e2e_operators");
  const server = serve({
    PORT: String(port),
    DATABASE_URL: address,
    BETTER_AUTH_URL: `http://127.0.0.1:${port}`,
  });
  await expect
    .poll(() =>
      fetch(`http://127.0.0.1:${port}/api/ready`).then(
        ({ status }) => status,
        () => 0,
      ),
    )
    .toBe(200);
  const sql = postgres(address, {
    max: 1,
    onnotice: () => {},
    connection: { application_name: "operators" },
  });
  try {
    // A job that says nothing of where its wikis are to be made.
    await expect.poll(async () => (await sql`select 1 from jobs.queue where name = 'wikis'`).length).toBe(1);
    await sql`insert into jobs.job (name, data) values ('wikis', null)`;
    await expect.poll(() => server.said("job failed").length).toBeGreaterThan(0);
    expect(server.said("job failed")[0]).toMatchObject({
      kind: "wikis",
      level: "error",
      problem: "TypeError",
    });
    await sql`select pg_terminate_backend(pid) from pg_stat_activity where datname = 'e2e_operators'
      and application_name <> 'operators'`;
    await expect.poll(() => server.said("connection lost").length).toBe(1);
  } finally {
    await sql.end();
  }
});
