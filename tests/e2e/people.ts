/** Signing in and finding one's way, as the browser tests do it. */
import { expect, type Browser, type BrowserContextOptions, type Page } from "@playwright/test";

/** A page of its own browser context, signed in as one of the demo's people by their name on the sign-in screen. */
export async function signInAs(browser: Browser, name: string, options: BrowserContextOptions = {}): Promise<Page> {
  const page = await (await browser.newContext(options)).newPage();
  await page.goto("/sign-in");
  await page.getByRole("button", { name, exact: true }).click();
  // Whoever is on several courses chooses one first.
  await expect(page.getByRole("heading", { name: /^(Urban rivers|Your courses)$/, level: 1 })).toBeVisible();
  await page.goto("/courses/urbanrivers");
  await expect(page.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
  return page;
}

/** From the course to a page of the demo's assignment. */
export async function openPage(page: Page, wiki: string, title?: string): Promise<void> {
  await page.goto("/courses/urbanrivers");
  await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await page.getByRole("table").getByRole("link", { name: wiki, exact: true }).click();
  await expect(page.getByRole("navigation", { name: "Contents" })).toBeVisible();
  if (!title) return;
  await page.getByRole("navigation", { name: "Contents" }).getByRole("link", { name: title, exact: true }).click();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
}

/** The editor's text, once it is ready to be written in. */
export async function textOf(page: Page, title: string, name = `Text of ${title}`) {
  const text = page.getByRole("textbox", { name, exact: true });
  await expect(text).toBeVisible();
  return text;
}
