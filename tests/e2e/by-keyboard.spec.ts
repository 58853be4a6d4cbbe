/**
 * The editor without a mouse: each tool is reached, used and left again by keys alone, and what it made is on
 * the page.
 */
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { named, openPage, press, settled, signInAs, test, textOf } from "./people";

/** The name of what has the focus, and of the group of tools that it stands in. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const here = document.activeElement;
    const labelled =
      here?.getAttribute("aria-label") ?? here?.closest("label")?.textContent ?? here?.textContent ?? "";
    return {
      name: labelled.trim(),
      group: here?.closest("[role=toolbar], [role=group], [role=search]")?.getAttribute("aria-label") ?? "",
    };
  });

/** Presses `key` until what `isThere` tells of has the focus; more than `most` times nobody would. */
async function until(
  page: Page,
  key: string,
  isThere: (now: Awaited<ReturnType<typeof focused>>) => boolean,
  most = 40,
): Promise<void> {
  for (let pressed = 0; pressed < most && !isThere(await focused(page)); pressed++) await press(page, key);
  expect(isThere(await focused(page)), `${key} leads to ${JSON.stringify(await focused(page))}`).toBe(true);
}

/** From the text to a tool of the bar: the key of the tools goes there, arrows go along it. */
async function toTool(page: Page, name: RegExp): Promise<void> {
  await until(page, "Control+Alt+b", ({ group }) => group === "Formatting", 2);
  // The bar is entered at the tool that was used last.
  await until(page, "ArrowLeft", (now) => name.test(now.name) || now.name === "Style of the paragraph");
  await until(page, "ArrowRight", (now) => name.test(now.name));
}

/** Opens a list of tools that has the focus, and takes one from it by its first letters. */
async function take(page: Page, name: string): Promise<void> {
  await press(page, "Enter");
  await expect(page.getByRole("menu")).toBeVisible();
  const chosen = page.getByRole("menu").locator(":focus");
  await expect(chosen).toHaveCount(1);
  for (let pressed = 0; pressed < 30 && !(await chosen.innerText()).includes(name); pressed++)
    await press(page, "ArrowDown");
  await press(page, "Enter");
  await expect(page.getByRole("menu")).toHaveCount(0);
  await settled(page);
}

async function fromBar(page: Page, list: string, name: string): Promise<void> {
  await toTool(page, new RegExp(`^${list}$`));
  await take(page, name);
}

/** From the text to the tools of the thing that the cursor is in. */
async function toGroup(page: Page, group: string, name: RegExp): Promise<void> {
  await press(page, "Control+Alt+b");
  await until(page, "Tab", (now) => now.group === group && name.test(now.name), 10);
}

/** Types into what has the focus, in the place of what stands there. */
async function fill(page: Page, words: string): Promise<void> {
  await press(page, "Control+a");
  await page.keyboard.type(words);
  await settled(page);
}

async function start(page: Page, wiki: string, title: string) {
  await openPage(page, wiki);
  await page.getByRole("link", { name: "Start a page" }).press("Enter");
  await page.getByRole("textbox", { name: "Title of the page" }).focus();
  await page.keyboard.type(title);
  const text = await textOf(page, title);
  await until(page, "Tab", ({ name }) => name === `Text of ${title}`);
  return text;
}

async function save(page: Page, title: string) {
  await press(page, "Control+s");
  await expect(page).toHaveURL(/\/pages\/\w+\/write$/);
  await textOf(page, title);
  await page.getByRole("button", { name: "Save", exact: true }).press("Enter");
  await expect(page.getByRole("article")).toBeVisible();
  return page.getByRole("article");
}

test("letters, paragraphs, lists and links", async ({ browser }) => {
  const page = await signInAs(browser, "Yuki Morisada");
  const title = named("Notes from the leat");
  const text = await start(page, "Millrace", title);
  for (const [name, tag] of [
    ["Underline", "u"],
    ["Strike through", "s"],
    ["Raised", "sup"],
    ["Lowered", "sub"],
    ["Code", "code"],
    ["Green", "[data-tone=green]"],
    ["In violet", "[data-highlight=violet]"],
  ] as const) {
    await page.keyboard.type("eel");
    await press(page, "Control+Shift+ArrowLeft");
    await fromBar(page, "Letters", name);
    await expect(text.locator(tag)).toHaveText("eel");
    await press(page, "End");
    await fromBar(page, "Letters", "Clear formatting");
    await page.keyboard.type(" ");
  }
  await press(page, "Enter");
  await toTool(page, /^Link$/);
  await press(page, "Tab");
  expect((await focused(page)).name).toBe(`Text of ${title}`);
  await toTool(page, /^Style of the paragraph$/);
  await page.keyboard.type("Sub");
  await press(page, "Escape");
  await page.keyboard.type("At the sluice");
  await expect(text.locator("h3")).toHaveText("At the sluice");
  await press(page, "Enter");
  await fromBar(page, "Setting", "Centred");
  await page.keyboard.type("Closed since spring");
  await press(page, "Enter");
  await fromBar(page, "Setting", "From the left");
  await toTool(page, /^Numbered list/);
  await press(page, "Enter");
  await page.keyboard.type("lift the gate");
  await press(page, "Enter");
  await page.keyboard.type("count the eels");
  await fromBar(page, "Setting", "Further in");
  await expect(text.locator("ol ol li")).toHaveText("count the eels");
  await press(page, "Enter", "Enter", "Enter");
  await fromBar(page, "Link", "Page of this wiki");
  await page.keyboard.type("the river today");
  await expect(page.getByText("This page is there.")).toBeVisible();
  await press(page, "Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await page.keyboard.type(" or ");
  await press(page, "Control+k");
  await page.keyboard.type("leat.example/gauge");
  await press(page, "Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await fromBar(page, "Link", "Address on a line of its own");
  await page.keyboard.type("leat.example/map");
  await press(page, "Tab");
  await page.keyboard.type("Map of the leat");
  await press(page, "Enter");
  await expect(text.locator(".link-card")).toContainText("Map of the leat");
  await press(page, "Control+f");
  await page.keyboard.type("eel");
  await expect(page.getByRole("search", { name: "Find and replace" })).toContainText("of 8");
  await until(page, "Tab", ({ name }) => name.startsWith("Replace with"));
  await page.keyboard.type("elver");
  await until(page, "Tab", ({ name }) => name === "Replace all");
  await press(page, "Enter");
  await expect(page.getByText("8 places replaced")).toBeVisible();
  await press(page, "Escape");
  const article = await save(page, title);
  await expect(article.locator("u")).toHaveText("elver");
  await expect(article.locator("ol ol li")).toHaveText("count the elvers");
  await expect(article.getByText("Closed since spring")).toHaveCSS("text-align", "center");
  await expect(article.getByRole("link", { name: "The river today" })).toBeVisible();
  await expect(article.getByRole("link", { name: "leat.example/gauge" })).toHaveAttribute(
    "href",
    "https://leat.example/gauge",
  );
});

test("a table: made, filled, its rows and columns moved, cells merged and split, made wider, taken away", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Aoife Brannock");
  const title = named("Depths");
  const text = await start(page, "Kestrel Water", title);
  await page.keyboard.type("Measured in May:");
  await press(page, "Enter");
  await fromBar(page, "Put in", "Table");
  await fill(page, "3");
  await press(page, "Tab");
  await fill(page, "2");
  await press(page, "Enter");
  await expect(text.locator("table")).toBeVisible();
  for (const [at, said] of ["Station", "Depth", "Weir", "40", "Ramp", "25"].entries()) {
    if (at > 0) await press(page, "Tab");
    await page.keyboard.type(said);
    await settled(page);
  }
  const rows = text.locator("tr");
  const inTable = async (list: string, name: string) => {
    await toGroup(page, "Table", new RegExp(`^${list}$`));
    await take(page, name);
  };
  await inTable("Row", "Move up");
  await expect(rows).toHaveText(["StationDepth", "Ramp25", "Weir40"]);
  await inTable("Column", "Add one behind");
  await inTable("Column", "Headings in the first column");
  await expect(text.locator("th")).toHaveCount(5);
  await inTable("Row", "Add one below");
  await expect(rows).toHaveCount(4);
  // The row that was moved is chosen: the first arrow goes into its last cell, the second to the row below.
  await press(page, "ArrowDown", "ArrowDown");
  await inTable("Row", "Remove the row");
  await expect(rows).toHaveCount(3);
  // Two cells are chosen with Shift and an arrow, made one, and two again.
  for (let pressed = 0; pressed < 8 && (await text.locator(".selectedCell").count()) < 2; pressed++)
    await press(page, "Shift+ArrowLeft");
  await expect(text.locator(".selectedCell")).toHaveCount(2);
  await inTable("Cells", "Merge the chosen cells");
  await expect(text.locator("[colspan='2']")).toHaveCount(1);
  await inTable("Cells", "Split the cell");
  await expect(text.locator("[colspan='2']")).toHaveCount(0);
  await toGroup(page, "Table", /^Width/);
  await fill(page, "160");
  await press(page, "Enter");
  // Both of the cells that were split are chosen still.
  await expect(text.locator("col[style*='160px']")).toHaveCount(2);
  await press(page, "Escape", "Control+End");
  await page.keyboard.type("Two stations.");
  const article = await save(page, title);
  await expect(article.getByRole("row")).toHaveText(["StationDepth", "Ramp25", "Weir40"]);
  await expect(article.getByText("Two stations.")).toBeVisible();
  await page.getByRole("link", { name: "Write", exact: true }).press("Enter");
  await (await textOf(page, title)).focus();
  await press(page, "Control+Home");
  const tools = page.getByRole("group", { name: "Table" });
  for (let pressed = 0; pressed < 4 && !(await tools.isVisible()); pressed++) await press(page, "ArrowDown");
  await expect(tools).toBeVisible();
  await toGroup(page, "Table", /^Remove the table$/);
  await press(page, "Enter");
  await expect(page.locator(".ProseMirror table")).toHaveCount(0);
  await press(page, "Control+z");
  await expect(page.locator(".ProseMirror table")).toHaveCount(1);
});

test("pictures, notes and sources, equations, characters, headings, a line", async ({ browser }) => {
  const page = await signInAs(browser, "Felix Oduya");
  const title = named("The weir pool");
  const text = await start(page, "Thornbeck", title);
  const chooser = page.waitForEvent("filechooser");
  await fromBar(page, "Put in", "Picture or file");
  await expect(page.getByRole("button", { name: "Choose from this computer" })).toBeFocused();
  await press(page, "Enter");
  await (
    await chooser
  ).setFiles([
    {
      name: "pool.jpg",
      mimeType: "image/jpeg",
      buffer: await sharp({ create: { width: 900, height: 600, channels: 3, background: "#4d7f8f" } })
        .jpeg()
        .toBuffer(),
    },
  ]);
  await expect(text.locator("figure img")).toBeVisible();
  await text.focus();
  await press(page, "Control+Home");
  await page.keyboard.type("The pool in May");
  await expect(text.locator("figcaption")).toHaveText("The pool in May");
  await toGroup(page, "Picture", /^What it shows/);
  await page.keyboard.type("A pool below a weir");
  await press(page, "Tab");
  await fill(page, "45");
  await press(page, "Enter", "Tab");
  await page.keyboard.type("text on its l");
  await until(page, "Tab", ({ name }) => name.startsWith("Source"));
  await page.keyboard.type("Own photograph, Felix Oduya");
  await press(page, "Tab");
  await page.keyboard.type("CC BY 4.0");
  await until(page, "Tab", ({ name }) => name.includes("show them below it"));
  await press(page, "Space");
  await press(page, "Escape", "Control+End");
  await page.keyboard.type("Flow is ");
  await fromBar(page, "Put in", "Equation");
  await page.keyboard.type("Q = A \\cdot v");
  await until(page, "Tab", ({ name }) => name === "Put it in");
  await press(page, "Enter");
  await expect(text.locator(".equation .katex")).toBeVisible();
  await press(page, "Control+Alt+n");
  await page.keyboard.type("Beck board, 2023");
  await until(page, "Tab", ({ name }) => name === "Put it in");
  await press(page, "Enter");
  await expect(text.locator(".note-mark")).toHaveCount(1);
  // A note is gone over like a letter: then it is chosen, and has tools of its own.
  await press(page, "ArrowLeft");
  await toGroup(page, "Note", /^Change$/);
  await press(page, "Enter");
  await fill(page, "Beck board, 2024");
  await until(page, "Tab", ({ name }) => name === "Change");
  await press(page, "Enter");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await press(page, "End");
  await fromBar(page, "Put in", "Special character");
  await page.keyboard.type("degree");
  await press(page, "Enter");
  await expect(text).toContainText("°");
  await press(page, "Enter");
  await fromBar(page, "Put in", "Line across");
  await expect(text.locator("hr")).toHaveCount(1);
  await toTool(page, /^Style of the paragraph$/);
  await page.keyboard.type("Head");
  await press(page, "Escape");
  await page.keyboard.type("What lives there");
  await press(page, "Enter");
  await fromBar(page, "Put in", "List of the page’s headings");
  await expect(text.locator(".page-contents")).toHaveCount(1);
  const article = await save(page, title);
  await expect(article.getByRole("img", { name: "A pool below a weir" })).toBeVisible();
  await expect(article.locator("figure")).toHaveCSS("float", "right");
  await expect(article.locator("figcaption")).toContainText(
    "Source: Own photograph, Felix Oduya. Licence: CC BY 4.0",
  );
  await expect(article.locator("math")).toHaveCount(1);
  await expect(article.getByRole("region", { name: "Sources" }).getByRole("listitem")).toHaveText(
    /Beck board, 2024/,
  );
  await expect(
    article.getByRole("navigation", { name: "On this page" }).getByRole("link", { name: "What lives there" }),
  ).toBeVisible();
});
