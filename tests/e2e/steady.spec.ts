/**
 * Servers, databases and browsers that die while somebody writes: nothing that was saved is lost, and nothing
 * is half saved.
 */
import { chromium, expect, type Page } from "@playwright/test";
import { type ChildProcess, spawn } from "node:child_process";
import postgres from "postgres";
import { press, test, textOf } from "./people";

const port = process.env.TIDY_STEADY_PORT!;
const base = `http://127.0.0.1:${port}`;
const address = process.env.DATABASE_URL!.replace(/\/[^/]*$/, "/e2e_steady");
const sql = postgres(address, { max: 2, onnotice: () => {}, connection: { application_name: "steady" } });
let server: ChildProcess | null = null;

/** Starts the server, and waits until it answers. */
async function start(): Promise<void> {
  server = spawn("node", [`${process.env.TIDY_BUILD}/server.js`], {
    env: {
      ...process.env,
      DATABASE_URL: address,
      PORT: port,
      HOSTNAME: "127.0.0.1",
      NODE_ENV: "production",
      BETTER_AUTH_URL: base,
      TIDY_DEMO: "1",
    },
    stdio: "ignore",
  });
  await expect
    .poll(() =>
      fetch(`${base}/api/health`).then(
        ({ status }) => status,
        () => 0,
      ),
    )
    .toBe(200);
}

/** Kills it as a crash would: without a chance to finish anything. */
async function kill(): Promise<void> {
  const gone = new Promise((done) => server!.once("exit", done));
  server!.kill("SIGKILL");
  await gone;
}

test.describe.configure({ mode: "serial" });
test.beforeAll(start);
test.afterAll(async () => {
  await kill();
  await sql.end();
});

async function signIn(page: Page, person: string): Promise<void> {
  const answer = await page.request.post(`${base}/api/auth/sign-in/demo`, {
    data: { person },
    headers: { origin: base },
  });
  expect(answer.status()).toBe(200);
}

const pageCalled = async (wiki: string, title: string) =>
  (
    await sql<{ id: string; course: string; entries: number }[]>`
  select p.id, p.course_id as course, p.entries from page p join wiki w on w.course_id = p.course_id
  and w.id = p.wiki_id where w.name = ${wiki} and p.title = ${title}`
  )[0]!;
const textsSince = async (id: string, number: number) =>
  (
    await sql<
      { document: unknown }[]
    >`select document from entry where page_id = ${id} and number > ${number} order by number`
  ).map(({ document }) => JSON.stringify(document));

async function write(page: Page, wiki: string, title: string) {
  const at = await pageCalled(wiki, title);
  await page.goto(`${base}/courses/${at.course}/pages/${at.id}/write`);
  const text = await textOf(page, title);
  await text.click();
  await press(page, "Control+End");
  return { text, at };
}

const goOn = (page: Page) => page.getByRole("button", { name: "Save and go on" });

test("many who ask at once share the server's connections, whatever part of it answers them", async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, "inescalder");
  const { id, course } = await pageCalled("Millrace", "Restoration plan");
  const asked = [
    "/courses",
    `/courses/${course}`,
    `/courses/${course}/people`,
    `/courses/${course}/pages/${id}`,
    "/api/health",
  ];
  const answers = await Promise.all(
    Array.from({ length: 50 }, (_, at) => page.request.get(base + asked[at % asked.length]!)),
  );
  expect(answers.map((answer) => answer.status())).toEqual(answers.map(() => 200));
  const [open] = await sql<
    { connections: number }[]
  >`select count(*)::int as connections from pg_stat_activity where datname = 'e2e_steady'
    and application_name = ''`;
  // A pool of fifteen, one of three that only reads, and one that listens for what happens.
  expect(open!.connections).toBeGreaterThan(10);
  expect(open!.connections).toBeLessThanOrEqual(19);
});

test("the server dies before a save, and at the moment of one: each is one entry, sent again by itself", async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, "gracetolliver");
  const { text, at } = await write(page, "Millrace", "Restoration plan");
  await page.keyboard.type(" Before the fall.");
  await kill();
  await goOn(page).click();
  await expect(page.getByText(/is saved by itself/)).toBeVisible();
  await page.keyboard.type(" While it lay.");
  await start();
  await expect(page.getByText(/(Saved as|Changed since) entry/)).toBeVisible();
  await goOn(page).click();
  await expect(page.getByText(/Saved as entry/)).toBeVisible();
  for (const round of [1, 2, 3]) {
    await text.click();
    await press(page, "Control+End");
    await page.keyboard.type(` Again ${round}.`);
    // In one round the server dies when the save has just been sent, in others a little later.
    await Promise.all([goOn(page).click(), sql`select pg_sleep(${(round - 1) * 0.03})`.then(kill)]);
    await start();
    await expect(page.getByText(/Saved as entry/)).toBeVisible();
    await expect
      .poll(
        async () =>
          (await textsSince(at.id, at.entries)).filter(
            (each) => each.includes(`Again ${round}.`) && !each.includes(`Again ${round + 1}.`),
          ).length,
      )
      .toBe(1);
  }
  const saved = await textsSince(at.id, at.entries);
  expect(saved).toHaveLength(5);
  expect(saved.at(-1)).toContain("Before the fall. While it lay. Again 1. Again 2. Again 3.");
  await expectWhole(at.id);
});

test("the database drops every connection while saves are under way: none is half done, and all are there in the end", async ({
  browser,
}) => {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, "tomasquill");
  const { text, at } = await write(page, "Kestrel Water", "Restoration plan");
  for (const round of [1, 2, 3, 4]) {
    await text.click();
    await press(page, "Control+End");
    await page.keyboard.type(` Flood ${round}.`);
    const drop = async () => {
      for (let time = 0; time < 4; time++)
        await sql`select pg_terminate_backend(pid), pg_sleep(0.02) from pg_stat_activity
          where datname = 'e2e_steady' and pid <> pg_backend_pid() and application_name <> 'steady'`.catch(
          () => null,
        );
    };
    await Promise.all([goOn(page).click(), drop()]);
    await expect(page.getByText(/Saved as entry/)).toBeVisible();
    await expect
      .poll(
        async () =>
          (await textsSince(at.id, at.entries)).filter(
            (each) => each.includes(`Flood ${round}.`) && !each.includes(`Flood ${round + 1}.`),
          ).length,
      )
      .toBe(1);
  }
  expect(await textsSince(at.id, at.entries)).toHaveLength(4);
  await expectWhole(at.id);
});

test("the browser dies while somebody types: the draft is offered on another machine", async ({
  browser,
}) => {
  const doomed = await chromium.launchServer({
    executablePath: "/usr/bin/chromium-headless-shell",
    args: test.info().project.use.launchOptions?.args ?? [],
  });
  const lost = await (await (await chromium.connect(doomed.wsEndpoint())).newContext()).newPage();
  await signIn(lost, "lenahartvig");
  const { at } = await write(lost, "Kestrel Water", "The river today");
  await lost.keyboard.type(" Typed when the lights went out.");
  await expect
    .poll(async () =>
      JSON.stringify((await sql`select document from draft where place = ${at.id}`)[0]?.document ?? ""),
    )
    .toContain("when the lights went out.");
  await doomed.kill();
  expect((await pageCalled("Kestrel Water", "The river today")).entries).toBe(at.entries);

  const page = await (await browser.newContext()).newPage();
  await signIn(page, "lenahartvig");
  await page.goto(`${base}/courses/${at.course}/pages/${at.id}/write`);
  await page.getByRole("button", { name: "Go on with it" }).click();
  await expect(await textOf(page, "The river today")).toContainText("Typed when the lights went out.");
});

test("a page as long as there may be is kept as a draft and saved", async ({ browser }) => {
  const page = await (await browser.newContext()).newPage();
  await signIn(page, "chidiamaechi");
  const { text, at } = await write(page, "Saltmere", "Restoration plan");
  // More than a million characters: what is sent as an argument would not arrive.
  const long = Array.from(
    { length: 60 },
    (_, each) => `Reading ${each}. ${"The gauge stood at 1.2 metres, and nobody was there. ".repeat(380)}`,
  ).join("\n\n");
  await text.evaluate((element, said) => {
    const data = new DataTransfer();
    data.setData("text/plain", said);
    element.dispatchEvent(
      new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
    );
  }, long);
  await expect
    .poll(async () =>
      JSON.stringify((await sql`select document from draft where place = ${at.id}`)[0]?.document ?? ""),
    )
    .toContain("Reading 59. ");
  await goOn(page).click();
  await expect(page.getByText(/Saved as entry/)).toBeVisible();
  expect(await textsSince(at.id, at.entries)).toEqual([expect.stringContaining("Reading 59. ")]);
  await expectWhole(at.id);
});

/** Every entry of the page has its credit, and the page is as its newest entry says. */
async function expectWhole(id: string): Promise<void> {
  const [counts] = await sql`select p.entries, (select count(*)::int from entry e
      where e.page_id = p.id) as kept, (select count(*)::int from entry_credit c
      where c.page_id = p.id) as credited,
    (select max(number) from entry e where e.page_id = p.id) as newest from page p where p.id = ${id}`;
  expect(counts).toEqual({
    entries: counts!.newest,
    kept: counts!.newest,
    credited: counts!.newest,
    newest: counts!.newest,
  });
}
