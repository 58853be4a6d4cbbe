/** The editor's tools, by mouse and by keyboard: what they make is what stands on the page afterwards. */
import { expect, type Page } from "@playwright/test";
import { comeAs, named, openPage, startPage, test, textOf } from "./people";

/** Opens one of the toolbar's lists and takes something from it. */
async function choose(page: Page, list: string, name: string) {
  await page.getByRole("button", { name: list, exact: true }).click();
  await page.getByRole("menu", { name: list }).getByText(name, { exact: true }).click();
  await expect(page.getByRole("menu", { name: list })).toHaveCount(0);
}

async function save(page: Page, title: string) {
  await page.getByRole("button", { name: "Save the page" }).click();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  return page.getByRole("article");
}

test("each tool makes what it says", async ({ browser }) => {
  const page = await comeAs(browser, "Deniz Aksoyan");
  const text = await startPage(page, "Kestrel Water", "Field notes");
  const tools = [
    ["Bold", "strong"],
    ["Italic", "em"],
  ] as const;
  for (const [name] of tools) {
    const tool = page.getByRole("button", { name, exact: true });
    await tool.click();
    await expect(tool).toHaveAttribute("aria-pressed", "true");
    await text.pressSequentially(name.toLowerCase());
    await tool.click();
    await text.pressSequentially(" and ");
  }
  const letters = [
    ["Underline", "u"],
    ["Strike through", "s"],
    ["Raised", "sup"],
    ["Lowered", "sub"],
    ["Code", "code"],
    ["Blue", "[data-tone=blue]"],
    ["In amber", "[data-highlight=amber]"],
  ] as const;
  for (const [name] of letters) {
    await choose(page, "Letters", name);
    await text.pressSequentially(name.toLowerCase());
    await choose(
      page,
      "Letters",
      { Blue: "As the text", "In amber": "Not highlighted" }[name as string] ?? name,
    );
    await text.pressSequentially(" and ");
  }
  for (const [style, tag] of [
    ["Subheading", "h3"],
    ["Small heading", "h4"],
  ] as const) {
    await page.keyboard.press("Enter");
    await page.getByRole("combobox", { name: "Style of the paragraph" }).selectOption(style);
    await text.pressSequentially(`A ${tag}`);
  }
  await page.keyboard.press("Enter");
  await page.getByRole("button", { name: /^Numbered list/ }).click();
  await text.pressSequentially("counted");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await page.getByRole("combobox", { name: "Style of the paragraph" }).selectOption("Quote");
  await text.pressSequentially("said by an angler");
  const article = await save(page, "Field notes");
  for (const [name, tag] of [...tools, ...letters])
    await expect(article.locator(`.prose ${tag}`).first()).toHaveText(name.toLowerCase());
  await expect(article.locator("h3")).toHaveText("A h3");
  await expect(article.locator("h4")).toHaveText("A h4");
  await expect(article.locator("ol > li")).toHaveText("counted");
  await expect(article.locator("blockquote")).toHaveText("said by an angler");
});

test("whoever writes on at once after choosing from a list writes as chosen", async ({ browser }) => {
  const page = await comeAs(browser, "Deniz Aksoyan");
  const text = await startPage(page, "Kestrel Water", named("Quick hands"));
  for (const name of ["In amber", "Not highlighted"]) {
    await page.getByRole("button", { name: "Letters", exact: true }).click();
    // No frame and no timer lies between the choice and the text that has the focus again.
    const focused = await page
      .getByRole("menu", { name: "Letters" })
      .getByText(name, { exact: true })
      .evaluate((item) => {
        (item as HTMLElement).click();
        return document.activeElement?.getAttribute("aria-label");
      });
    expect(focused).toBe(`Text of ${named("Quick hands")}`);
    await page.keyboard.type(name.toLowerCase());
    await expect(page.getByRole("menu", { name: "Letters" })).toHaveCount(0);
  }
  await expect(text).toHaveText("in ambernot highlighted");
  await expect(text.locator("[data-highlight=amber]")).toHaveText("in amber");
});

test("a key acts where the caret is, also right after the caret moved", async ({ browser }) => {
  const page = await comeAs(browser, "Deniz Aksoyan");
  const text = await startPage(page, "Kestrel Water", named("Quick caret"));
  await page.keyboard.type("The weir");
  await page.keyboard.press("Enter");
  await page.keyboard.type("The pool");
  await page.keyboard.press("Control+a");
  // Nothing lies between the move and the key: the browser has not told anybody of it yet.
  const keyAtTheEnd = (key: string) =>
    text.evaluate((area, pressed) => {
      const last = area.querySelector("p:last-of-type")?.firstChild;
      if (!last) throw new Error("no paragraph");
      getSelection()?.collapse(last, last.textContent?.length);
      area.dispatchEvent(
        new KeyboardEvent("keydown", {
          key: pressed,
          code: pressed,
          keyCode: pressed === "Enter" ? 13 : 66,
          ctrlKey: pressed === "b",
          bubbles: true,
          cancelable: true,
        }),
      );
    }, key);
  await keyAtTheEnd("Enter");
  await page.keyboard.type("The riffle");
  await expect(text.locator("p")).toHaveText(["The weir", "The pool", "The riffle"]);
  await page.keyboard.press("Control+Home");
  await keyAtTheEnd("b");
  await page.keyboard.type(" below");
  await expect(text.locator("p")).toHaveText(["The weir", "The pool", "The riffle below"]);
  await expect(text.locator("strong")).toHaveText(" below");
});

test("links: a bad address is refused in words; a page is found by its title", async ({ browser }) => {
  const page = await comeAs(browser, "Lena Hartvig");
  await startPage(page, "Kestrel Water", named("Sources we used"));
  await page.keyboard.press("Control+k");
  const address = page.getByRole("textbox", { name: "Address" });
  await address.fill("javascript:alert(1)");
  await page.getByRole("button", { name: "Link", exact: true }).click();
  await expect(page.getByText("This is no web or mail address.")).toBeVisible();
  await address.fill("rivers.example/survey");
  await page.getByRole("button", { name: "Link", exact: true }).click();
  await page.keyboard.type(" and ");
  await choose(page, "Link", "Page of this wiki");
  // Where the page's headings come late, they don't push the button away from under the hand that is about to
  // press it.
  let answer = () => {
    /* Nothing is held back yet. */
  };
  const held = new Promise<void>((go) => {
    answer = go;
  });
  await page.route(
    (url) => url.pathname.includes("/wikis/"),
    async (route) => {
      await held;
      await route.continue();
    },
  );
  const dialog = page.getByRole("dialog");
  await dialog.getByRole("combobox", { name: "Title of the page" }).fill("the RIVER today");
  await expect(page.getByText("This page is there.")).toBeVisible();
  const lead = dialog.getByRole("combobox", { name: "Lead to" });
  const put = dialog.getByRole("button", { name: "Link", exact: true });
  await expect(lead).toBeDisabled();
  const before = await put.boundingBox();
  answer();
  await expect(lead).toBeEnabled();
  expect(await put.boundingBox()).toEqual(before);
  await put.click();
  const article = await save(page, named("Sources we used"));
  await expect(article.getByRole("link", { name: "rivers.example/survey" })).toHaveAttribute(
    "href",
    "https://rivers.example/survey",
  );
  await article.getByRole("link", { name: "The river today" }).click();
  await expect(page.getByRole("heading", { name: "The river today", level: 1 })).toBeVisible();
});

test("from the keyboard alone: write, use a tool, undo, save", async ({ browser }) => {
  const page = await comeAs(browser, "Yuki Morisada");
  const text = await startPage(page, "Millrace", "Signs on the bank");
  await page.keyboard.type("Left long for the voles");
  await page.keyboard.press("Shift+Tab");
  await expect(page.getByRole("toolbar").locator(":focus")).toHaveCount(1);
  await page.getByRole("combobox", { name: "Style of the paragraph" }).focus();
  await page.keyboard.press("Alt+ArrowRight");
  await expect(page.getByRole("button", { name: /^Bold/ })).toBeFocused();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByRole("button", { name: /^Italic/ })).toBeFocused();
  await text.focus();
  await page.keyboard.press("Control+a");
  await page.keyboard.press("Control+b");
  await expect(text.locator("strong")).toHaveText("Left long for the voles");
  await page.keyboard.press("Control+z");
  await expect(text.locator("strong")).toHaveCount(0);
  await page.keyboard.press("Control+s");
  await expect(page).toHaveURL(/\/pages\/\w+\/write$/);
  await (await textOf(page, "Signs on the bank")).press("End");
  await page.keyboard.type(", and for the bees");
  await page.keyboard.press("Control+s");
  await expect(page.getByText("Saved as entry 2")).toBeVisible();
  await page.getByRole("button", { name: "Save", exact: true }).press("Enter");
  await expect(page.getByRole("article")).toContainText("Left long for the voles");
});

test("cancel leaves the page as it was; saving without a change makes no entry", async ({ browser }) => {
  const page = await comeAs(browser, "Jonas Feld");
  await openPage(page, "Alder Brook", "Restoration plan");
  const entries = await page.getByRole("link", { name: /entries$/ }).innerText();
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.type("Never mind. ");
  await page.getByRole("button", { name: "Cancel" }).click();
  await expect(page.getByRole("article")).not.toContainText("Never mind.");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await page.getByRole("button", { name: "Drop it" }).click();
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("link", { name: entries, exact: true })).toBeVisible();
});

test("the head line leads to siblings, and keeps the look that was chosen", async ({ browser }) => {
  const page = await comeAs(browser, "Ines Calder", { colorScheme: "light" });
  await openPage(page, "Saltmere");
  await page.getByRole("button", { name: "Wikis: choose another" }).press("Enter");
  await expect(page.getByRole("menuitem")).toHaveCount(6);
  await page.getByRole("menuitem", { name: "Thornbeck" }).click();
  await expect(
    page.getByRole("navigation", { name: "Contents" }).getByRole("heading", { name: "Thornbeck" }),
  ).toBeVisible();
  await page.getByRole("button", { name: "Ines Calder" }).click();
  await page.getByRole("menuitemradio", { name: "Dark" }).click();
  await expect(page.locator("html")).toHaveAttribute("data-scheme", "dark");
  await page.reload();
  await expect(page.locator("html")).toHaveAttribute("data-scheme", "dark");
});
