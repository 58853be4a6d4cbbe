/**
 * What stands in a page and is no running text: from the toolbar to the saved page, and back into the editor.
 */
import { expect, type Locator, type Page } from "@playwright/test";
import sharp from "sharp";
import { comeAs, press, settled, startPage, test, textOf } from "./people";

async function putIn(page: Page, name: string): Promise<Locator> {
  await page.getByRole("button", { name: "Put in", exact: true }).click();
  await page.getByRole("menu", { name: "Put in" }).getByText(name, { exact: true }).click();
  return page.getByRole("dialog");
}

async function saved(page: Page, title: string): Promise<Locator> {
  await page.getByRole("button", { name: /^Save( the page)?$/ }).click();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  await expect(page.getByRole("article")).toBeVisible();
  return page.getByRole("article");
}

const picture = (width: number, height: number) =>
  sharp({ create: { width, height, channels: 3, background: "#4d7f8f" } })
    .jpeg()
    .toBuffer();

test("a table: by size, filled with Tab, a row moved, cells merged, headings taken away", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Aoife Brannock");
  const text = await startPage(page, "Kestrel Water", "Readings");
  const dialog = await putIn(page, "Table");
  await dialog.getByLabel("Rows").fill("3");
  await dialog.getByLabel("Columns").fill("2");
  await dialog.getByRole("button", { name: "Put in 3 × 2" }).click();
  await expect(text.locator("table")).toBeVisible();
  for (const said of ["Station", "Oxygen", "Weir", "7.4", "Ramp", "9.1"]) {
    await page.keyboard.type(said);
    await settled(page);
    if (said !== "9.1") await press(page, "Tab");
  }
  const rows = text.locator("tr");
  const tools = page.getByRole("group", { name: "Table" });
  await tools.getByRole("button", { name: "Row", exact: true }).click();
  await page.getByRole("menuitem", { name: "Move up" }).click();
  await expect(rows.nth(1)).toHaveText("Ramp9.1");
  await tools.getByRole("button", { name: "Column", exact: true }).click();
  await page.getByRole("menuitem", { name: "Add one behind" }).click();
  await expect(rows.first().locator("th")).toHaveCount(3);
  const article = await saved(page, "Readings");
  await expect(article.getByRole("columnheader")).toHaveText(["Station", "Oxygen", ""]);
  await expect(article.getByRole("row").nth(1)).toHaveText("Ramp9.1");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await expect((await textOf(page, "Readings")).locator("tr").nth(2)).toHaveText("Weir7.4");
});

test("pictures: several at once, with a description, a width, a place and their origin; served in their own sizes", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Grace Tolliver");
  const text = await startPage(page, "Millrace", "Pictures of the race");
  const dialog = await putIn(page, "Picture or file");
  await dialog.getByLabel("Files to upload").setInputFiles([
    { name: "sluice.jpg", mimeType: "image/jpeg", buffer: await picture(1200, 800) },
    { name: "gate.jpg", mimeType: "image/jpeg", buffer: await picture(500, 300) },
    { name: "harmful.png", mimeType: "image/png", buffer: Buffer.from("<svg onload=alert(1)>") },
    { name: "empty.png", mimeType: "image/png", buffer: Buffer.from("") },
  ]);
  await expect(text.locator("figure")).toHaveCount(2);
  // What says that it is a picture and is none comes as a file that is handed over, and nothing is taken of
  // nothing.
  await expect(text.getByText("harmful")).toBeVisible();
  await expect(page.getByRole("list", { name: "Uploads" })).toContainText("The file is empty.");
  await text.locator("figure img").first().click();
  const tools = page.getByRole("group", { name: "Picture" });
  await tools.getByLabel("What it shows, for those who don’t see it").fill("A wooden sluice gate");
  await tools.getByRole("textbox", { name: /^Width/ }).fill("40");
  await tools.getByRole("textbox", { name: /^Width/ }).press("Enter");
  await tools.getByRole("combobox").selectOption("right");
  await tools.getByLabel("Source").fill("Own photograph, Grace Tolliver");
  await tools.getByLabel("Licence").fill("CC BY 4.0");
  await tools.getByLabel("Licence").press("Tab");
  await expect(tools.getByText("Kept with the file")).toBeVisible();
  await tools.getByLabel("show them below it").check();
  await text.locator("figcaption").first().click();
  await page.keyboard.type("The sluice in March");
  const article = await saved(page, "Pictures of the race");
  const image = article.getByRole("img", { name: "A wooden sluice gate" });
  await expect(image).toBeVisible();
  await expect(article.locator("figure").first()).toHaveCSS("float", "right");
  await expect(article.locator("figcaption").first()).toHaveText(
    "The sluice in MarchSource: Own photograph, Grace Tolliver. Licence: CC BY 4.0",
  );
  const address = (await image.getAttribute("src"))!;
  await expect
    .poll(async () => (await page.request.get(address)).headers()["content-type"])
    .toBe("image/webp");
  const whole = address.split("?")[0]!;
  const part = await page.request.get(whole, { headers: { range: "bytes=0-1" } });
  expect([part.status(), part.headers()["content-range"], (await part.body()).toString("hex")]).toEqual([
    206,
    expect.stringMatching(/^bytes 0-1\/\d+$/),
    "ffd8",
  ]);
  expect((await page.request.get(whole, { headers: { range: "bytes=99999999-" } })).status()).toBe(416);
  const { etag, "content-security-policy": policy } = (await page.request.get(whole)).headers();
  expect((await page.request.get(whole, { headers: { "if-none-match": etag! } })).status()).toBe(304);
  expect(policy).toContain("sandbox");
  const harmful = await page.request.get(
    (await article.getByRole("link", { name: /harmful/ }).getAttribute("href"))!,
  );
  expect([harmful.headers()["content-type"], harmful.headers()["content-disposition"]]).toEqual([
    "text/plain; charset=utf-8",
    expect.stringMatching(/^attachment/),
  ]);
  const outsider = await comeAs(browser, "Tomas Quill");
  expect((await outsider.request.get(whole)).status()).toBe(404);
  await page.getByRole("link", { name: "Files", exact: true }).click();
  await expect(page.getByRole("row", { name: /sluice\.jpg/ })).toContainText("Pictures of the race");
  await page.getByRole("button", { name: /^Without a source/ }).click();
  await expect(page.getByRole("row", { name: /sluice\.jpg/ })).toHaveCount(0);
});

test("equations, notes, sources, a card, a list of headings, special characters: each once, and changed afterwards", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Felix Oduya");
  const text = await startPage(page, "Thornbeck", "Flow and sources");
  await page.keyboard.type("Flow is ");
  let dialog = await putIn(page, "Equation");
  await dialog.getByLabel("LaTeX").fill("\\frac{");
  await expect(dialog.getByText(/Expected|Unexpected/)).toBeVisible();
  await dialog.getByLabel("LaTeX").fill("Q = A \\cdot v");
  await dialog.getByRole("button", { name: "Put it in" }).click();
  await expect(text.locator(".equation .katex")).toBeVisible();
  for (const said of ["Beck board, 2023", "Own survey, 2024"]) {
    dialog = await putIn(page, "Note or source");
    await dialog.getByLabel("Who, what, when, where").fill(said);
    await dialog.getByRole("button", { name: "Put it in" }).click();
    await expect(dialog).toHaveCount(0);
  }
  dialog = await putIn(page, "Note or source");
  await dialog.getByRole("button", { name: "Beck board, 2023" }).click();
  await expect(text.locator(".note-mark")).toHaveCount(3);
  dialog = await putIn(page, "Special character");
  await dialog.getByLabel("Search by name").fill("degree");
  await dialog.getByRole("button", { name: "degree" }).click();
  await expect(text).toContainText("°");
  await press(page, "Enter");
  await page.getByRole("combobox", { name: "Style of the paragraph" }).selectOption("Heading");
  await text.pressSequentially("What we measured");
  await press(page, "Enter");
  await page.getByRole("button", { name: "Link", exact: true }).click();
  await page.getByRole("menuitem", { name: "Address on a line of its own" }).click();
  await page.getByRole("dialog").getByLabel("Address").fill("maps.example/thornbeck");
  await page.getByRole("dialog").getByLabel("What it is").fill("Map of the beck");
  await page.getByRole("dialog").getByRole("button", { name: "Put it in" }).click();
  await expect(text.locator(".link-card")).toContainText("Map of the beck");
  // A file that is put in while the card is chosen stands behind it, not in its words.
  await text.locator(".link-card").click();
  dialog = await putIn(page, "Picture or file");
  await dialog.getByLabel("Files to upload").setInputFiles({
    name: "survey-notes.txt",
    mimeType: "text/plain",
    buffer: Buffer.from("Low water, clear."),
  });
  await expect(text.locator("p").getByText("survey-notes")).toBeVisible();
  await expect(text.locator(".link-card")).not.toContainText("survey-notes");
  await text.locator("p").last().click();
  await page.getByRole("button", { name: "Put in", exact: true }).click();
  await page.getByRole("menuitem", { name: "List of the page’s headings" }).click();
  const article = await saved(page, "Flow and sources");
  await expect(article.locator("math")).toHaveCount(1);
  await expect(article.locator(".note-mark")).toHaveText(["[1] source", "[2] source", "[1] source"]);
  await expect(article.getByRole("region", { name: "Sources" }).getByRole("listitem")).toHaveCount(2);
  await expect(article.getByRole("link", { name: "Map of the beck" })).toHaveAttribute(
    "href",
    "https://maps.example/thornbeck",
  );
  await article
    .getByRole("navigation", { name: "On this page" })
    .getByRole("link", { name: "What we measured" })
    .click();
  await expect(page).toHaveURL(/#h-/);
  await page.getByRole("link", { name: "Write", exact: true }).click();
  const again = await textOf(page, "Flow and sources");
  await again.locator(".note-mark").nth(1).click();
  await page.getByRole("group", { name: "Note" }).getByRole("button", { name: "Remove" }).click();
  await expect(again.locator(".note-mark")).toHaveCount(2);
  await saved(page, "Flow and sources");
  await expect(article.getByRole("region", { name: "Sources" }).getByRole("listitem")).toHaveCount(1);
});

test("two brackets open the choice of links; a page is found by a slip of the fingers, and promised where there is none", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Chidi Amaechi");
  const text = await startPage(page, "Saltmere", "Where to look");
  await page.keyboard.type("See [[rivr tod");
  const choices = page.getByRole("listbox", { name: "Link to" });
  await expect(choices.getByRole("option").first()).toContainText("The river today");
  await press(page, "Enter");
  await expect(text.locator("a.page-link")).toHaveText("The river today");
  await page.keyboard.type(" and [[Salt marsh");
  await expect(choices.getByRole("option", { name: /start a page called this/ })).toBeVisible();
  await choices.getByRole("option", { name: /start a page called this/ }).click();
  await page.keyboard.type(" too");
  const article = await saved(page, "Where to look");
  await expect(article).toContainText("See The river today and Salt marsh not written yet too");
});

test("find and replace: with count, capitals, whole words, and one undo for all", async ({ browser }) => {
  const page = await comeAs(browser, "Idris Vaughn");
  const text = await startPage(page, "Hollin Burn", "Words again");
  await page.keyboard.type("The weir, weirs and Weir of the weir");
  await page.keyboard.press("Control+f");
  const panel = page.getByRole("search", { name: "Find and replace" });
  await panel.getByLabel("Find").fill("weir");
  await expect(panel.getByRole("status")).toHaveText(/of 4$/);
  await panel.getByLabel("Whole words").check();
  await expect(panel.getByRole("status")).toHaveText(/of 3$/);
  await panel.getByLabel("Match case").check();
  await expect(panel.getByRole("status")).toHaveText(/of 2$/);
  await panel.getByLabel("Replace with").fill("dam");
  await panel.getByRole("button", { name: "Replace all" }).click();
  await expect(text).toHaveText("The dam, weirs and Weir of the dam");
  await panel.getByRole("button", { name: "Close" }).click();
  await page.keyboard.press("Control+z");
  await expect(text).toHaveText("The weir, weirs and Weir of the weir");
});

test("a large file goes on where it was when the connection comes back, and can be cancelled", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Omar Benhadi");
  const text = await startPage(page, "Millrace", "Gauge readings");
  const dialog = await putIn(page, "Picture or file");
  const lines = "The gauge stood at 1.2 metres.\n".repeat(300_000);
  // The second piece is lost on its way, twice; the first has arrived.
  let lost = 0;
  const sent: string[] = [];
  await page.route(/\/upload/, async (route) => {
    const from = route.request().headers()["x-upload-from"] ?? "";
    sent.push(`${route.request().method()} ${from}`);
    if (from === String(8 * 256 * 1024) && lost++ < 2) await route.abort("connectionreset");
    else await route.continue();
  });
  await dialog
    .getByLabel("Files to upload")
    .setInputFiles({ name: "gauge-readings.txt", mimeType: "text/plain", buffer: Buffer.from(lines) });
  await expect(page.getByText("Waiting for the connection")).toBeVisible();
  await expect(text.getByText("gauge-readings")).toBeVisible();
  expect(sent.filter((each) => each === "POST 0")).toHaveLength(1);
  expect(sent.filter((each) => each === `POST ${8 * 256 * 1024}`)).toHaveLength(3);

  // Another is cancelled half way: what had arrived is let go.
  await page.unroute(/\/upload/);
  await page.route(/\/upload/, async (route) => {
    sent.push(route.request().method());
    if (route.request().method() === "POST" && route.request().headers()["x-upload-from"] !== "0") return;
    await route.continue();
  });
  const again = await putIn(page, "Picture or file");
  await again.getByLabel("Files to upload").setInputFiles({
    name: "more-readings.txt",
    mimeType: "text/plain",
    buffer: Buffer.from(`More. ${lines}`),
  });
  await page.getByRole("button", { name: "Cancel more-readings.txt" }).click();
  await expect(page.getByRole("button", { name: "Cancel more-readings.txt" })).toHaveCount(0);
  await expect.poll(() => sent.at(-1)).toBe("DELETE");
  await page.unrouteAll({ behavior: "ignoreErrors" });
});
