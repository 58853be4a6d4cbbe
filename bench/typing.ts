/**
 * Writing and reading in a real browser: how long a key press takes until it is on screen, in a page of
 * 10,000 words with 50 pictures and 20 tables, and what script reading that page loads. Wants an empty
 * database in DATABASE_URL and the application's build in TIDY_BUILD; run by `bin/bench-class typing`.
 */
import { chromium, type Page } from "@playwright/test";
import { spawn } from "node:child_process";
import { createServer } from "node:net";
import sharp from "sharp";
import { identifyBlocks } from "@/core/document/parse";
import type { DocumentNode, PageDocument } from "@/core/document/model";
import { dice } from "@/core/roster/dice";
import { instructor, student } from "@/demo/people";
import { makeDemo } from "@/demo/make";
import { openDatabase } from "@/data/db/client";
import { migrateDatabase } from "@/data/db/migrate";
import { wiki } from "@/data/db/tables/wikis";
import { uploadFile } from "@/data/files/write";
import { startPage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { eq } from "drizzle-orm";
import { table } from "./table";

const [words, pictures, tables, presses] = [10_000, 50, 20, 300];
const url = process.env.DATABASE_URL!;
const { below, pick } = dice(5);
const vocabulary =
  "river bank weir eel gauge flood marsh culvert willow gravel sediment council survey bridge ditch heron reed current mill pond otter stone wall path meadow rain tide channel outfall spawning".split(
    " ",
  );

const sentence = (length: number) => `${Array.from({ length }, () => pick(vocabulary)).join(" ")}.`;
const paragraph = (text: string): DocumentNode => ({ type: "paragraph", content: [{ type: "text", text }] });

function bigPage(files: readonly string[]): PageDocument {
  const content: DocumentNode[] = [];
  for (let at = 0; at < words / 100; at++) {
    if (at % 10 === 0)
      content.push({ type: "heading", attrs: { level: 2 }, content: [{ type: "text", text: sentence(4) }] });
    content.push(paragraph(Array.from({ length: 8 }, () => sentence(9 + below(6))).join(" ")));
    if (at % 2 === 0 && at / 2 < pictures)
      content.push({
        type: "figure",
        attrs: { file: files[at / 2]!, alt: "A drawing", width: 40, place: "centre", showsOrigin: false },
        content: [{ type: "text", text: sentence(5) }],
      });
    if (at % 5 === 0 && at / 5 < tables)
      content.push({
        type: "table",
        content: Array.from({ length: 4 }, () => ({
          type: "tableRow",
          content: Array.from({ length: 4 }, () => ({
            type: "tableCell",
            content: [paragraph(sentence(3))],
          })),
        })),
      });
  }
  return identifyBlocks({ type: "doc", content }, newId);
}

/**
 * Milliseconds from each key press to the frame that shows it, by the browser's own event timing (in steps of
 * 8).
 */
async function pressed(page: Page, where: "start" | "middle" | "end"): Promise<number[]> {
  const text = page.getByRole("textbox", { name: /^Text of/ });
  const paragraphs = text.locator(":scope > p");
  const count = await paragraphs.count();
  await paragraphs.nth(where === "start" ? 0 : where === "end" ? count - 1 : Math.floor(count / 2)).click();
  await page.keyboard.press("End");
  await page.evaluate(() => {
    const seen: number[] = [];
    (window as unknown as { seen: number[] }).seen = seen;
    // Presses quicker than the first step are told by no entry: they are counted as that step.
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) if (entry.name === "keydown") seen.push(entry.duration);
    }).observe({ type: "event", durationThreshold: 16 } as PerformanceObserverInit);
  });
  for (let at = 0; at < presses; at++) {
    await page.keyboard.press(at % 6 === 5 ? "Space" : pick([..."abcdefghij"]));
    await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
  }
  const seen = await page.evaluate(() => (window as unknown as { seen: number[] }).seen);
  return [...seen, ...Array.from({ length: Math.max(0, presses - seen.length) }, () => 16)].sort(
    (one, other) => one - other,
  );
}

const freePort = () =>
  new Promise<number>((done) => {
    const server = createServer();
    server.listen(0, "127.0.0.1", () => {
      const { port } = server.address() as { port: number };
      server.close(() => done(port));
    });
  });

async function run(): Promise<void> {
  await migrateDatabase(url);
  const { db, close } = openDatabase(url, 4);
  const now = new Date();
  await makeDemo(db, now, newId);
  const who = student("Mira Okonjo");
  const ctx: Context = { db, viewer: who, now, newId };
  const [at] = await db.select().from(wiki).where(eq(wiki.name, "Alder Brook"));
  const files: string[] = [];
  for (let each = 0; each < pictures; each++) {
    const drawn = await sharp({
      create: {
        width: 1200,
        height: 800,
        channels: 3,
        background: { r: below(256), g: below(256), b: below(256) },
      },
    })
      .jpeg()
      .toBuffer();
    const sent = await uploadFile(ctx, {
      courseId: at!.courseId,
      wikiId: at!.id,
      pageId: null,
      name: `${each}.jpg`,
      body: new Blob([new Uint8Array(drawn)]).stream(),
    });
    if (sent.kind === "refused") throw new Error(sent.problem.code);
    files.push(sent.file.id);
  }
  const started = await startPage(ctx, {
    courseId: at!.courseId,
    wikiId: at!.id,
    title: "All of it",
    document: bigPage(files),
    note: "",
  });
  if (started.kind !== "saved") throw new Error(JSON.stringify(started));
  await close();

  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const server = spawn("node", [`${process.env.TIDY_BUILD}/server.js`], {
    env: {
      ...process.env,
      PORT: String(port),
      HOSTNAME: "127.0.0.1",
      NODE_ENV: "production",
      BETTER_AUTH_URL: base,
      TIDY_DEMO: "1",
      NODE_OPTIONS: "",
    },
    stdio: "ignore",
  });
  try {
    while (
      (await fetch(`${base}/api/health`).then(
        ({ status }) => status,
        () => 0,
      )) !== 200
    )
      await new Promise((done) => setTimeout(done, 200));
    const browser = await chromium.launch({
      executablePath: "/usr/bin/chromium-headless-shell",
      args: [
        "--no-sandbox",
        "--disable-gpu",
        "--disable-quic",
        "--no-first-run",
        "--disable-background-networking",
      ],
    });
    const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
    await page.request.post(`${base}/api/auth/sign-in/demo`, {
      data: { person: who.id },
      headers: { origin: base },
    });
    const pageAddress = `${base}/courses/${at!.courseId}/pages/${started.pageId}`;
    const script = await scriptOf(page, pageAddress);
    const lines = [
      ["script that reading the page loads, compressed, with headers", `${Math.round(script / 1024)} KB`],
    ];
    await page.goto(`${pageAddress}/write`);
    await page.getByRole("textbox", { name: /^Text of/ }).waitFor();
    for (const where of ["start", "middle", "end"] as const) {
      const took = await pressed(page, where);
      lines.push([
        `key press to screen at the ${where}, of ${presses}: half, 95 of 100, slowest`,
        `${[0.5, 0.95, 1].map((part) => took[Math.min(took.length - 1, Math.ceil(took.length * part) - 1)]).join(", ")} ms`,
      ]);
    }
    await browser.close();
    console.log(
      `A page of ${words.toLocaleString("en")} words, ${pictures} pictures, ${tables} tables (read as ${instructor.name}'s student ${who.name})`,
    );
    console.log(table(["what", ""], lines as [string, string][]));
  } finally {
    server.kill();
  }
}

/** Bytes of script as they come over the wire, headers and all, until the page rests. */
async function scriptOf(page: Page, address: string): Promise<number> {
  const session = await page.context().newCDPSession(page);
  await session.send("Network.enable");
  const scripts = new Set<string>();
  let bytes = 0;
  session.on("Network.responseReceived", ({ requestId, type }) => {
    if (type === "Script") scripts.add(requestId);
  });
  session.on("Network.loadingFinished", ({ requestId, encodedDataLength }) => {
    if (scripts.has(requestId)) bytes += encodedDataLength;
  });
  await page.goto(address, { waitUntil: "networkidle" });
  return bytes;
}

await run();
