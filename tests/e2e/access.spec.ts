/** Control over who may do what: set on the sheet, seen by students, undone; and pages as places. */
import { expect, type Page } from "@playwright/test";
import { comeAs, openPage, signInAs, test, textOf } from "./people";

/** The cells of a line of the sheet. */
const cells = (page: Page, line: RegExp) => page.getByRole("row", { name: line }).getByRole("gridcell");

test("six wikis: some pages closed, others one member's alone, more time for one, seen as a student, undone", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  const title = "Spring diary";

  await test.step("each group shares a wiki in which each member has a page", async () => {
    await ines.goto("/courses/urbanrivers/assignments/new");
    await ines.getByLabel("Title", { exact: true }).first().fill(title);
    await ines.getByLabel("Set of groups").selectOption({ label: "Rivers: 6 groups, 24 students" });
    await ines.locator("summary", { hasText: "Notes" }).click();
    await ines
      .locator("details[open]")
      .getByLabel("Made")
      .selectOption("once for each member, theirs alone to write");
    await ines.getByRole("button", { name: "Make 6 wikis" }).click();
    await expect(
      ines
        .getByRole("row", { name: /^Hollin Burn/ })
        .getByRole("cell")
        .nth(1),
    ).toHaveText("6");
  });

  await test.step("all home pages are closed at once, by keyboard, after a look at what changes", async () => {
    await ines.getByRole("link", { name: "Access", exact: true }).click();
    await ines.getByLabel("or one page in every wiki").selectOption("Home pages");
    await expect(cells(ines, /^Alder Brook: Home/).first()).toContainText("Write");
    await cells(ines, /^Alder Brook: Home/)
      .first()
      .focus();
    await ines.keyboard.press("Enter");
    for (let down = 0; down < 5; down++) await ines.keyboard.press("Shift+ArrowDown");
    await expect(ines.getByRole("gridcell", { selected: true })).toHaveCount(6);
    await ines.getByRole("radio", { name: /^Read/ }).check();
    await expect(ines.getByText("Write becomes Read on 6 pages, for 24 people")).toBeVisible();
    await ines.getByRole("button", { name: "Set for 6 cells" }).click();
    for (const river of [/^Alder Brook: Home/, /^Hollin Burn: Home/])
      await expect(cells(ines, river).first()).toContainText("Read");
    await expect(
      ines.getByRole("row", { name: /Home \(Alder Brook\), Home \(Kestrel Water\) and 4 others: the group/ }),
    ).toContainText("nothing of its own");
  });

  const marta = await signInAs(browser, "Marta Kowalik");
  const wikiOf = async (page: Page) => {
    await page.goto("/courses/urbanrivers");
    await page
      .getByRole("row", { name: new RegExp(title) })
      .getByRole("link", { name: "Hollin Burn" })
      .click();
  };
  await test.step("a student reads the home page, writes her own page, and comments on a teammate's", async () => {
    await wikiOf(marta);
    await expect(
      marta.getByText("Members of Hollin Burn can read it; other students do not see it."),
    ).toBeVisible();
    await expect(marta.getByRole("link", { name: "Write", exact: true })).toHaveCount(0);
    const contents = marta.getByRole("navigation", { name: "Contents" });
    await contents.getByRole("link", { name: "Notes: Pavel Drury" }).click();
    await expect(
      marta.getByText(
        /^You can read this page and comment on it, not change it: the page is another member’s to write/,
      ),
    ).toBeVisible();
    await contents.getByRole("link", { name: "Notes: Marta Kowalik" }).click();
    await marta.getByRole("link", { name: "Write", exact: true }).click();
    await (await textOf(marta, "Notes: Marta Kowalik")).fill("Ice on the gauge this morning.");
    await marta.getByRole("button", { name: "Save", exact: true }).click();
    await expect(marta.getByRole("article")).toContainText("Ice on the gauge this morning.");
  });

  await test.step("one student gets more time; the sheet says until when, and the log knows it", async () => {
    const moreTime = ines.getByRole("region", { name: "More time" });
    await moreTime.getByRole("combobox").selectOption({ label: "Idris Vaughn" });
    await moreTime.getByLabel(/^Until/).fill("2031-05-02T17:00");
    await ines.getByRole("button", { name: "Give more time" }).click();
    await expect(
      ines
        .getByRole("listitem")
        .filter({ hasText: "Idris Vaughn (Hollin Burn) until Fri 2 May 2031, 17:00" }),
    ).toBeVisible();
    await ines.getByLabel("One wiki").selectOption("Hollin Burn");
    await expect(ines.getByRole("row", { name: /Hollin Burn: Idris Vaughn/ })).toContainText("More time");
    await cells(ines, /^Every page of this wiki/)
      .nth(2)
      .click();
    await expect(ines.getByRole("complementary", { name: "What is chosen" })).toContainText(
      "Every page of this wiki: Idris Vaughn",
    );
  });

  await test.step("the instructor sees the wiki as a student does, and does nothing in her name", async () => {
    await ines.getByLabel("See this wiki as").selectOption("Marta Kowalik");
    await expect(ines.getByText("You see what Marta Kowalik sees")).toBeVisible();
    await expect(ines.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
    await expect(ines.getByRole("link", { name: "Access" })).toHaveCount(0);
    await ines
      .getByRole("navigation", { name: "Contents" })
      .getByRole("link", { name: "Notes: Marta Kowalik" })
      .click();
    await ines.getByLabel("Comment on this page").fill("In her name?");
    await ines.getByRole("button", { name: "Comment", exact: true }).click();
    await expect(ines.getByText("nothing is said in their name")).toBeVisible();
    await ines.getByRole("link", { name: "Write", exact: true }).click();
    await expect(ines.getByText("Marta Kowalik can write this page. You only look.")).toBeVisible();
    await ines.goto("/courses");
    await expect(ines.getByRole("link", { name: "Make a course" })).toBeVisible();
    await ines.goto("/courses/urbanrivers");
    await ines.getByRole("button", { name: "Stop looking" }).click();
    await expect(ines.getByRole("link", { name: "People" })).toBeVisible();
    await marta.reload();
    await expect(marta.getByRole("article")).toBeVisible();
    await expect(marta.locator(".thread")).not.toContainText("In her name?");
  });

  await test.step("the change of all home pages is undone from the log", async () => {
    await ines.getByRole("link", { name: title, exact: true }).click();
    await ines.getByRole("link", { name: "Access", exact: true }).click();
    await ines
      .getByRole("row", { name: /and 4 others: the group/ })
      .getByRole("button", { name: "Undo" })
      .click();
    await expect(ines.getByText("Undone: what held before holds again.")).toBeVisible();
    await expect(cells(ines, /^Home/).first()).toContainText("Write");
    await wikiOf(marta);
    await expect(marta.getByRole("link", { name: "Write", exact: true })).toBeVisible();
  });
});

test("pages are renamed, put in order and removed, and all of it can be undone", async ({ browser }) => {
  const page = await comeAs(browser, "Felix Oduya");
  await openPage(page, "Thornbeck", "Restoration plan");
  await page.getByRole("button", { name: "More", exact: true }).click();
  await page.getByRole("menuitem", { name: "Rename the page" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("HOME");
  await page.getByRole("button", { name: "Rename", exact: true }).click();
  await expect(page.getByText("another page of this wiki is called “HOME”")).toBeVisible();
  await page.getByRole("textbox", { name: "Title" }).fill("What we would do");
  await page.getByRole("button", { name: "Rename", exact: true }).click();
  await expect(page.getByRole("heading", { name: "What we would do", level: 1 })).toBeVisible();
  // The old name still leads to it.
  await page
    .getByRole("navigation", { name: "Contents" })
    .getByRole("link", { name: "Home", exact: true })
    .click();
  await expect(page.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
  await page.getByRole("link", { name: "Arrange" }).click();

  const lines = page.getByRole("list", { name: "Pages" }).getByRole("listitem");
  const titles = () => lines.getByRole("link").allInnerTexts();
  await expect(lines.filter({ hasText: "What we would do" })).toHaveCount(1);
  const before = await titles();
  const up = page.getByRole("button", { name: "Move What we would do up", exact: true });
  await up.focus();
  await page.keyboard.press("Enter");
  await expect(page.getByText("“What we would do” was moved.")).toBeVisible();
  await expect.poll(titles).not.toEqual(before);
  await expect(up).toBeFocused();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect.poll(titles).toEqual(before);
  await page.getByRole("button", { name: "Remove What we would do" }).click();
  await expect(page.getByText("“What we would do” is in the bin.")).toBeVisible();
  await expect(lines.filter({ hasText: "What we would do" })).toHaveCount(0);
  await page.getByRole("button", { name: "Restore What we would do" }).click();
  await expect(lines.filter({ hasText: "What we would do" })).toHaveCount(1);
  await page.getByRole("button", { name: "Rename What we would do" }).click();
  await page.getByRole("textbox", { name: "Title" }).fill("Restoration plan");
  await page.getByRole("button", { name: "Rename", exact: true }).click();
  await expect(lines.filter({ hasText: "Restoration plan" })).toHaveCount(1);
  await lines.getByRole("link", { name: "Restoration plan" }).click();
  await page.getByRole("link", { name: /entries$/ }).click();
  await expect(page.getByRole("heading", { name: "Ledger of “Restoration plan”" })).toBeVisible();
  const ledger = page.getByRole("table", { name: "Ledger of “Restoration plan”" });
  for (const sitting of await ledger.getByRole("button", { name: /in one sitting/ }).all())
    await sitting.click();
  await expect(ledger).toContainText("Restored the page");
  await expect(ledger).toContainText("Removed the page");
  await expect(ledger).toContainText("Renamed the page to “What we would do”");
});

test("a page is dragged to another place in the contents", async ({ browser }) => {
  const page = await comeAs(browser, "Chidi Amaechi");
  await openPage(page, "Saltmere");
  await page.getByRole("link", { name: "Arrange" }).click();
  const lines = page.getByRole("list", { name: "Pages" }).getByRole("listitem");
  const last = lines.filter({ has: page.getByRole("link") }).last();
  const title = await last.getByRole("link").innerText();
  await last.locator(".line-grip").hover();
  await page.mouse.down();
  const target = (await lines.nth(1).boundingBox())!;
  const grip = (await last.locator(".line-grip").boundingBox())!;
  await page.mouse.move(grip.x + grip.width / 2, target.y + target.height / 2, { steps: 6 });
  await expect(lines.nth(1)).toHaveAttribute("data-over", "true");
  await page.mouse.up();
  await expect(page.getByText(`“${title}” was moved.`)).toBeVisible();
  await expect(lines.nth(1).getByRole("link")).toHaveText(title);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(
    lines
      .filter({ has: page.getByRole("link") })
      .last()
      .getByRole("link"),
  ).toHaveText(title);
});
