/**
 * What a student does on a phone, by touch alone, with the keyboard open where they type: that each gets done,
 * in how many taps, and that the text stays in sight.
 */
import { expect, type Browser, type Locator, type Page } from "@playwright/test";
import sharp from "sharp";
import { comeAs, named, openPage, test, textOf } from "./people";

const phone = { viewport: { width: 390, height: 844 }, hasTouch: true, isMobile: true };
const whole = { width: 390, height: 844 };
const withKeyboard = { width: 390, height: 500 };

/** A thumb that counts. */
class Thumb {
  taps = 0;
  constructor(readonly page: Page) {}
  async tap(target: Locator): Promise<void> {
    this.taps++;
    await target.tap();
  }
  /** A long press that selects words: the browser of the tests has no gesture for it. */
  async select(block: Locator, words: string): Promise<void> {
    this.taps++;
    await block.evaluate((node, sought) => {
      const walker = document.createTreeWalker(node, NodeFilter.SHOW_TEXT);
      for (let text = walker.nextNode(); text; text = walker.nextNode()) {
        const at = text.textContent!.indexOf(sought);
        if (at < 0) continue;
        const range = document.createRange();
        range.setStart(text, at);
        range.setEnd(text, at + sought.length);
        document.getSelection()!.removeAllRanges();
        document.getSelection()!.addRange(range);
        return;
      }
      throw new Error(`${sought} is not there`);
    }, words);
  }
}

async function withPhone(browser: Browser, name: string, wiki: string, title: string): Promise<Thumb> {
  const page = await comeAs(browser, name, phone);
  const contents = page.getByRole("button", { name: `Contents of ${wiki}` });
  await page.goto("/courses/urbanrivers");
  await page.getByRole("link", { name: "Restoration dossier", exact: true }).tap();
  await expect(page.getByRole("heading", { name: "Restoration dossier", level: 1 })).toBeVisible();
  await page.getByRole("table").getByRole("link", { name: wiki, exact: true }).tap();
  await contents.tap();
  await page
    .getByRole("navigation", { name: "Contents" })
    .getByRole("link", { name: title, exact: true })
    .tap();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  return new Thumb(page);
}

const write = (page: Page) => page.getByRole("link", { name: "Write", exact: true });
const save = (page: Page) => page.getByRole("button", { name: /^Save( the page)?$/ });
const told = (page: Page) => page.getByRole("status").filter({ hasText: "Saved as entry" });

/** How much of the text lies between the bars, in pixels. */
async function textInSight(page: Page): Promise<number> {
  return page.evaluate(() => {
    const foot = document.querySelector(".save-line")!.getBoundingClientRect().top;
    const head = document.querySelector(".tools")!.getBoundingClientRect().bottom;
    const text = document.querySelector(".writing")!.getBoundingClientRect();
    return Math.min(foot, text.bottom) - Math.max(head, text.top);
  });
}

test("what is expected is one tap away, and the own statement two at most", async ({ browser }) => {
  const thumb = await withPhone(browser, "Lena Hartvig", "Kestrel Water", "Restoration plan");
  const { page } = thumb;
  await thumb.tap(page.getByRole("link", { name: "What is expected", exact: true }));
  await expect(page.getByRole("heading", { name: "What is expected" })).toBeInViewport();
  expect(thumb.taps).toBeLessThanOrEqual(1);
  await page.goBack();
  thumb.taps = 0;
  await thumb.tap(page.getByRole("link", { name: "Your statement", exact: true }));
  await expect(page.getByRole("heading", { name: "What I did in Kestrel Water", level: 1 })).toBeVisible();
  expect(thumb.taps).toBeLessThanOrEqual(2);
});

test("a page is started with a picture, and the page one came from leads to it", async ({ browser }) => {
  const thumb = await withPhone(browser, "Chidi Amaechi", "Saltmere", "Restoration plan");
  const { page } = thumb;
  const title = named("The tide gate");
  await thumb.tap(page.getByRole("button", { name: "Pages: choose another" }));
  await thumb.tap(page.getByRole("menuitem", { name: "Start a page" }));
  const leads = page.getByLabel(/Put a link to it at the end of/);
  // Nothing is ticked in advance that changes another page.
  await expect(leads).not.toBeChecked();
  await page.getByLabel("Title of the page").fill(title);
  await thumb.tap(leads);
  await page.setViewportSize(withKeyboard);
  const text = await textOf(page, title);
  await thumb.tap(text);
  await page.keyboard.type("The gate shuts twice a day.");
  await thumb.tap(page.getByRole("button", { name: "Put in", exact: true }));
  await thumb.tap(page.getByRole("menuitem", { name: /^Picture or file/ }));
  await expect(page.getByText("Choose from this phone")).toBeVisible();
  // The tap on the button that opens the phone's own gallery, and the one in it.
  thumb.taps += 2;
  await page.getByLabel("Files to upload").setInputFiles({
    name: `gate ${test.info().repeatEachIndex}.jpg`,
    mimeType: "image/jpeg",
    buffer: await sharp({ create: { width: 80, height: 60, channels: 3, background: "#4d7f8f" } })
      .jpeg()
      .toBuffer(),
  });
  const about = page.getByRole("group", { name: "Picture" }).getByRole("textbox").first();
  await expect(about).toBeVisible();
  expect((await about.boundingBox())!.width).toBeGreaterThan(200);
  await thumb.tap(about);
  await page.keyboard.type("A wooden gate in a stone arch");
  expect(await textInSight(page)).toBeGreaterThanOrEqual(200);
  await thumb.tap(save(page));
  const article = page.getByRole("article");
  await expect(article.getByRole("img", { name: "A wooden gate in a stone arch" })).toBeVisible();
  await expect(told(page)).toBeVisible();
  expect(thumb.taps).toBeLessThanOrEqual(12);
  await page.setViewportSize(whole);
  await openPage(page, "Saltmere", "Restoration plan").catch(() => page.goBack());
});

test("a sentence is commented on, and the comment just sent is in sight", async ({ browser }) => {
  const thumb = await withPhone(browser, "Beatriz Lanza", "Thornbeck", "Restoration plan");
  const { page } = thumb;
  const paragraph = page
    .locator(".sheet .prose p")
    .filter({ hasText: /\w+ \w+ \w+/ })
    .first();
  const words = (await paragraph.innerText()).split(/\s+/).slice(0, 3).join(" ");
  await expect(page.getByText("To comment on some words, select them in the text.")).toBeAttached();
  await thumb.select(paragraph, words);
  await thumb.tap(page.getByRole("button", { name: "Comment on these words" }));
  await page.setViewportSize(withKeyboard);
  const said = named("Where did you read this");
  await page.getByLabel("Comment on this passage").fill(said);
  await thumb.tap(page.getByRole("button", { name: "Comment", exact: true }));
  await expect(page.locator(".remark").filter({ hasText: said })).toBeInViewport();
  expect(thumb.taps).toBeLessThanOrEqual(3);
});

test("a comment that was begun is there again after the page was loaded anew, and goes when it is dropped", async ({
  browser,
}) => {
  const { page } = await withPhone(browser, "Felix Oduya", "Thornbeck", "Restoration plan");
  const field = (on: Page) => on.getByLabel("Comment on this page");
  const kept = page.waitForResponse((answer) => answer.request().headers()["next-action"] !== undefined);
  await field(page).fill("Half a thought");
  await kept;
  await page.reload();
  await expect(field(page)).toHaveValue("Half a thought");
  // On another device, or after signing out, it comes from the server.
  const other = await comeAs(browser, "Felix Oduya", phone);
  await other.goto(page.url());
  await expect(field(other)).toHaveValue("Half a thought");
  const dropped = other.waitForResponse((answer) => answer.request().headers()["next-action"] !== undefined);
  await other.getByRole("button", { name: "Drop it" }).tap();
  await expect(field(other)).toHaveValue("");
  await dropped;
  await other.reload();
  await expect(other.getByRole("heading", { name: "Restoration plan", level: 1 })).toBeVisible();
  await expect(field(other)).toHaveValue("");
});

test("a spelling is corrected, found by Find; the reader lands there; and it is undone", async ({
  browser,
}) => {
  const thumb = await withPhone(browser, "Idris Vaughn", "Hollin Burn", "The culvert");
  const { page } = thumb;
  await thumb.tap(write(page));
  const text = await textOf(page, "The culvert");
  await page.setViewportSize(withKeyboard);
  await thumb.tap(text.locator("p").last());
  await page.keyboard.press("End");
  await page.keyboard.type(" Brikc");
  await page.keyboard.press("Backspace");
  await page.keyboard.press("Backspace");
  await page.keyboard.type("ck");
  expect(await textInSight(page)).toBeGreaterThanOrEqual(200);
  await thumb.tap(save(page));
  await expect(told(page)).toContainText("added");
  await expect(page.locator("[data-just-saved]")).toBeInViewport();
  expect(thumb.taps).toBeLessThanOrEqual(4);

  thumb.taps = 0;
  await thumb.tap(page.getByRole("button", { name: "More", exact: true }));
  await thumb.tap(page.getByRole("menuitem", { name: "Undo the last change" }));
  await thumb.tap(page.getByRole("button", { name: "Undo this change" }));
  await expect(told(page)).toBeVisible();
  await expect(page.getByRole("article")).not.toContainText("Brick");
  expect(thumb.taps).toBeLessThanOrEqual(3);
});

test("Find shows each match between the bars, with the keyboard open", async ({ browser }) => {
  const { page } = await withPhone(browser, "Pavel Drury", "Hollin Burn", "The culvert");
  await write(page).tap();
  const text = await textOf(page, "The culvert");
  await text.tap();
  await page.keyboard.press("Control+End");
  for (const at of [1, 2, 3, 4, 5, 6]) {
    await page.keyboard.press("Enter");
    await page.keyboard.type(`Reading ${at}: the brick is wet, and the brick is old, as far as one sees.`);
  }
  await page.setViewportSize(withKeyboard);
  await page.getByRole("button", { name: "Find and replace" }).tap();
  const panel = page.getByRole("search", { name: "Find and replace" });
  await panel.getByLabel("Find").fill("brick is");
  await expect(panel.getByRole("status")).toHaveText(/of 12$/);
  for (let match = 0; match < 12; match++) {
    await panel.getByRole("button", { name: "Next" }).tap();
    const here = text.locator(".found.now");
    await expect(here).toHaveCount(1);
    const isClear = await here.evaluate((node) => {
      const [own, head, foot] = [node, ".tools", ".save-line"].map((of) =>
        (typeof of === "string" ? document.querySelector(of)! : of).getBoundingClientRect(),
      ) as [DOMRect, DOMRect, DOMRect];
      return own.top >= head.bottom && own.bottom <= foot.top;
    });
    expect(isClear).toBe(true);
  }
  expect(await textInSight(page)).toBeGreaterThanOrEqual(200);
  await panel.getByRole("button", { name: "Close" }).tap();
  // Left without saving: what was typed is kept, and said to be.
  await page.getByRole("button", { name: "Cancel" }).tap();
  await expect(page.getByText(/A draft of yours from .* is kept/)).toBeVisible();
  await page.getByRole("link", { name: "Go on with it" }).tap();
  await expect(await textOf(page, "The culvert")).toContainText("Reading 6");
  await page.getByRole("button", { name: "Cancel" }).tap();
  await page.getByRole("button", { name: "Drop it" }).tap();
  await expect(page.getByText(/A draft of yours/)).toHaveCount(0);
  // Nor does this device offer it again.
  await write(page).tap();
  await expect(text).not.toContainText("Reading 6");
  await text.tap();
  await page.getByRole("button", { name: "Cancel" }).tap();
  await expect(page.getByRole("article")).toBeVisible();
  await expect(page.getByText(/A draft of yours/)).toHaveCount(0);
});

test("a page that was begun and left is kept, and one is told so", async ({ browser }) => {
  const { page } = await withPhone(browser, "Hana Veselka", "Saltmere", "Restoration plan");
  await page.getByRole("button", { name: "Pages: choose another" }).tap();
  await page.getByRole("menuitem", { name: "Start a page" }).tap();
  await page.getByLabel("Title of the page").fill("Warping drains");
  await (await textOf(page, "Warping drains")).tap();
  await page.keyboard.type("They were dug to let the silt in.");
  await page.getByRole("button", { name: "Cancel" }).tap();
  await expect(page.getByText("The page that you began, “Warping drains”, is kept")).toBeVisible();
  await page.getByRole("link", { name: "Go on with it" }).tap();
  await page.getByRole("button", { name: "Go on with it" }).tap();
  await expect(await textOf(page, "Warping drains")).toContainText("to let the silt in");
  await page.getByRole("button", { name: "Cancel" }).tap();
  await page.getByRole("button", { name: "Drop it" }).tap();
  await expect(page.getByText("The page that you began")).toHaveCount(0);
});

test("without a connection one is told at once, the editor can be loaded again, and the text is sent later", async ({
  browser,
}) => {
  const { page } = await withPhone(browser, "Rory McAllan", "Saltmere", "Restoration plan");
  await write(page).tap();
  const text = await textOf(page, "Restoration plan");
  // The page of the editor is kept once it is open.
  await expect
    .poll(() =>
      page.evaluate(
        async () =>
          (await caches.match(location.pathname)) !== undefined && !!navigator.serviceWorker.controller,
      ),
    )
    .toBe(true);
  await text.tap();
  await page.keyboard.press("Control+End");
  await page.context().setOffline(true);
  await expect(page.getByText(/No connection\. What you write is kept on this phone/)).toBeVisible();
  const said = named("Written on the marsh without any signal");
  await page.keyboard.type(` ${said}.`);
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          new Promise<boolean>((done) => {
            const opening = indexedDB.open("tidy-ledger");
            opening.onsuccess = () => {
              const all = opening.result.transaction("drafts").objectStore("drafts").getAll();
              all.onsuccess = () => done(JSON.stringify(all.result).includes("without any signal"));
            };
          }),
      ),
    )
    .toBe(true);
  await page.reload();
  await page.getByRole("button", { name: "Go on with it" }).tap();
  await expect(text).toContainText(said);
  await save(page).tap();
  await expect(page.getByText(/is saved by itself as soon as the connection is back/)).toBeVisible();
  await page.context().setOffline(false);
  await expect(page.getByRole("article")).toContainText(said);
  await expect(told(page)).toContainText("The connection is back.");
});
