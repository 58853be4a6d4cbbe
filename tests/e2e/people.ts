/** Signing in and finding one's way, as the browser tests do it. */
import { expect, test as base, type Browser, type BrowserContextOptions, type Page } from "@playwright/test";
import { everybody } from "@/demo/people";

/**
 * Tests whose browser contexts are closed when they end, so that what they left open does not slow the next
 * ones down.
 */
export const test = base.extend<{ closing: void }>({
  closing: [
    async ({ browser }, use) => {
      await use();
      for (const context of browser.contexts()) await context.close();
    },
    { auto: true },
  ],
});

/**
 * A page of its own browser context, signed in as one of the demo's people, with nothing drawn on it yet. It
 * goes the way of the sign-in screen's buttons without drawing that screen: the tests of the door press the
 * buttons themselves.
 */
export async function comeAs(
  browser: Browser,
  name: string,
  options: BrowserContextOptions = {},
): Promise<Page> {
  const person = everybody.find((each) => each.name === name);
  if (!person) throw new Error(`${name} is nobody of the demo`);
  const page = await (await browser.newContext(options)).newPage();
  const origin = new URL("/", test.info().project.use.baseURL).origin;
  const answer = await page.request.post("/api/auth/sign-in/demo", {
    data: { person: person.id },
    headers: { origin },
  });
  expect(answer.status()).toBe(200);
  return page;
}

/** The same, on the course's screen. */
export async function signInAs(
  browser: Browser,
  name: string,
  options: BrowserContextOptions = {},
): Promise<Page> {
  const page = await comeAs(browser, name, options);
  await page.goto("/courses/urbanrivers");
  await expect(page.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
  return page;
}

/** What was done reaches the editor before what follows: as between two keys that a person presses. */
export async function settled(page: Page): Promise<void> {
  await page.evaluate(() => new Promise((done) => requestAnimationFrame(() => setTimeout(done))));
}

/** Keys one after another, each once what the one before did can be seen. */
export async function press(page: Page, ...keys: string[]): Promise<void> {
  for (const key of keys) {
    await page.keyboard.press(key);
    await settled(page);
  }
}

/** The course's screen, which whoever has just signed in stands on already. */
export async function toCourse(page: Page): Promise<void> {
  if (new URL(page.url()).pathname !== "/courses/urbanrivers") await page.goto("/courses/urbanrivers");
}

/** Where this process has been: pages by wiki and title, and wikis' first pages by the wiki alone. */
const addresses = new Map<string, string>();

/**
 * To a page of the demo's assignment: from the course by its links, as a reader goes; the next time at once.
 */
export async function openPage(page: Page, wiki: string, title?: string): Promise<void> {
  const contents = page.getByRole("navigation", { name: "Contents" });
  const known = addresses.get(`${wiki}: ${title ?? ""}`);
  if (known) await page.goto(known);
  else await openWiki(page, wiki);
  await expect(contents).toBeVisible();
  if (!title) return;
  if (!known) await contents.getByRole("link", { name: title, exact: true }).click();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  addresses.set(`${wiki}: ${title}`, new URL(page.url()).pathname);
}

async function openWiki(page: Page, wiki: string): Promise<void> {
  const known = addresses.get(`${wiki}: `);
  if (known) return void (await page.goto(known));
  await toCourse(page);
  await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await expect(page.getByRole("heading", { name: "Restoration dossier", level: 1 })).toBeVisible();
  const link = page.getByRole("table").getByRole("link", { name: wiki, exact: true });
  addresses.set(`${wiki}: `, (await link.getAttribute("href"))!);
  await link.click();
}

/** The editor's text, once it is ready to be written in. */
export async function textOf(page: Page, title: string, name = `Text of ${title}`) {
  const text = page.getByRole("textbox", { name, exact: true });
  await expect(text).toBeVisible();
  return text;
}

/** A title of its own for each time that a test is run on the same wikis. */
export function named(title: string): string {
  const { repeatEachIndex: again } = test.info();
  return again === 0 ? title : `${title}, once more (${again})`;
}

/**
 * Words of its own for each time: what a run before wrote on the same wikis would be carried over, or found
 * twice.
 */
export function anew(text: string): string {
  return text.replace(/\w+/g, (word) => word + "x".repeat(test.info().repeatEachIndex));
}

/**
 * Starts a page of its own in a demo wiki, so that tests do not meet; the cursor stands in its text. Nothing
 * is saved yet.
 */
export async function startPage(page: Page, wiki: string, title: string) {
  await openPage(page, wiki);
  await page.getByRole("link", { name: "Start a page" }).click();
  await page.getByRole("textbox", { name: "Title of the page" }).fill(title);
  const text = await textOf(page, title);
  await text.click();
  return text;
}
