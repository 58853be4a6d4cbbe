/** What can be changed once everything is set up, as the instructor does it and the students find it. */
import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";
import { comeAs, signInAs, test, textOf } from "./people";

test("a starter page is changed after students wrote, and a page is started from a template", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await test.step("an assignment for the whole class, with a template", async () => {
    await ines.goto("/courses/urbanrivers/assignments/new");
    await ines.getByLabel("Title", { exact: true }).first().fill("Class notebook");
    await ines.getByRole("radio", { name: /^The whole class/ }).check();
    await ines.locator("summary", { hasText: "home page" }).click();
    const home = await textOf(ines, "the starter page Home");
    await home.click();
    await home.pressSequentially("What did we see?");
    await ines.keyboard.press("Enter");
    await home.pressSequentially("What do we not know?");
    await ines.locator("summary", { hasText: "home page" }).click();
    await ines.locator("summary", { hasText: "Notes" }).click();
    await ines
      .locator("details[open]")
      .getByLabel("Made")
      .selectOption("by students, who start pages from it");
    await (
      await textOf(ines, "the starter page Notes")
    ).fill("Seen by {member}, on a day with this weather:");
    await ines.getByLabel("Expect").selectOption("Of each student: entries");
    await ines.getByRole("checkbox", { name: /^Upkeep/ }).check();
    await ines.getByRole("button", { name: "Make 1 wiki", exact: true }).click();
    await expect(ines.getByRole("row", { name: /^Urban rivers/ })).toBeVisible();
  });

  const marta = await signInAs(browser, "Marta Kowalik");
  await test.step("a student writes on the home page and starts a page from the template", async () => {
    await marta.getByRole("link", { name: "Class notebook" }).click();
    await expect(marta.getByText("What counts here:")).toBeVisible();
    await expect(marta.getByText(/upkeep\. In no order/)).toBeVisible();
    await expect(marta.getByRole("listitem").filter({ hasText: "3 entries" })).toContainText("0 of 3");
    await marta.getByRole("link", { name: "Open Urban rivers" }).click();
    await marta.getByRole("link", { name: "Write", exact: true }).click();
    const text = await textOf(marta, "Home");
    await text.locator("p").first().click({ clickCount: 3 });
    await marta.keyboard.type("A heron, and four swans.");
    await marta.getByRole("button", { name: "Save", exact: true }).click();
    await expect(marta.getByRole("article")).toContainText("A heron, and four swans.");
    await marta.getByRole("link", { name: "Start a page" }).click();
    await marta.getByRole("navigation", { name: "Begin with" }).getByRole("link", { name: "Notes" }).click();
    const begun = marta.getByRole("textbox", { name: /^Text of/ });
    await expect(begun).toContainText("Seen by Marta Kowalik, on a day with this weather:");
    await marta.getByRole("textbox", { name: "Title of the page" }).fill("My notes");
    await begun.click();
    await marta.keyboard.press("Control+End");
    await marta.keyboard.type(" rain.");
    await marta.getByRole("button", { name: "Save the page" }).click();
    await expect(marta.getByRole("article")).toContainText("weather: rain.");
    await expect(marta.getByRole("article").getByRole("link", { name: "2 entries" })).toBeVisible();
    await expect(marta.locator(".parts-list")).toContainText("Starter text and others");
  });

  await test.step("the changed starter page comes in around what she wrote", async () => {
    await ines.getByRole("link", { name: "Change the set-up" }).click();
    await expect(ines.getByText("Not saved yet.")).toBeHidden();
    await ines.locator("summary", { hasText: "home page" }).click();
    const home = await textOf(ines, "the starter page Home");
    await home.locator("p").first().click();
    await ines.keyboard.press("End");
    await ines.keyboard.type(" And hear?");
    await home.locator("p").last().click();
    await ines.keyboard.press("End");
    await ines.keyboard.type(" Whom could we ask?");
    await ines.getByRole("button", { name: "Save the changes" }).click();
    await expect(ines.getByRole("heading", { name: "Changed starter pages" })).toBeVisible();
    await ines.getByText("What stays out").click();
    await expect(ines.getByRole("row", { name: /students have rewritten it/ })).toContainText(
      "A heron, and four swans.",
    );
    await ines.getByRole("button", { name: "Bring the change into 1 wiki" }).click();
    await expect(ines.getByRole("heading", { name: "Changed starter pages" })).toBeHidden();
    await marta.getByRole("navigation", { name: "Contents" }).getByRole("link", { name: "Home" }).click();
    await expect(marta.getByRole("article")).toContainText("What do we not know? Whom could we ask?");
    await expect(marta.getByRole("article")).toContainText("A heron, and four swans.");
    await expect(marta.getByRole("article")).not.toContainText("And hear?");
  });
});

test("a course is copied for the next term without its people, archived, and opened again", async ({
  browser,
}) => {
  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto("/courses/urbanrivers/settings");
  await ines.getByRole("link", { name: "Copy the course for another term" }).click();
  await expect(ines.getByRole("heading", { name: "Copy Urban rivers" })).toBeVisible();
  await ines.getByLabel("Term").fill("Next spring");
  await ines.getByRole("button", { name: "Copy the course" }).click();
  await expect(ines.getByText("Next spring; times are those of")).toBeVisible();
  await expect(ines.getByRole("row", { name: /Restoration dossier/ })).toContainText("being prepared");
  await expect(ines.getByRole("link", { name: /^People/ })).toContainText("0 students");
  const address = ines.url();
  await ines.goto(`${address}/settings`);
  await ines.getByRole("button", { name: "Archive the course" }).click();
  await expect(ines.getByText("The course is archived.", { exact: true })).toBeVisible();
  await ines.goto(address);
  await expect(ines.getByText("The course has been archived")).toBeVisible();
  await ines.goto(`${address}/settings`);
  await ines.getByLabel("Term").fill("Summer");
  await ines.getByRole("button", { name: "Open the course again" }).click();
  await expect(ines.getByText("The course is open again.")).toBeVisible();
});

test("people are moved between groups by keyboard alone, and leaving with something unsaved asks first", async ({
  browser,
}) => {
  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto("/courses/urbanrivers/groups/new");
  for (let count = 0; count < 2; count++)
    await ines.getByRole("button", { name: "Add a group" }).press("Enter");
  const [first, second] = [
    ines.getByRole("region", { name: "Group 1", exact: true }),
    ines.getByRole("region", { name: "Group 2", exact: true }),
  ];
  const list = ines.getByRole("combobox", { name: "Group of Grace Tolliver" });
  await list.focus();
  await ines.keyboard.press("ArrowDown");
  await expect(first).toContainText("Grace Tolliver");
  await expect(list).toBeFocused();
  await ines.keyboard.press("ArrowDown");
  await expect(second).toContainText("Grace Tolliver");
  await expect(list).toBeFocused();
  await ines.keyboard.press("Control+z");
  await expect(first).toContainText("Grace Tolliver");
  const asked: string[] = [];
  ines.on("dialog", (dialog) => {
    asked.push(dialog.message());
    void dialog.dismiss();
  });
  await ines.getByRole("link", { name: "Urban rivers" }).click();
  await expect(first).toContainText("Grace Tolliver");
  expect(asked).toEqual(["What you changed here is not saved. Leave without it?"]);
});

test("on a phone a student sees the groups and what is expected without the screen running wide", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Yuki Morisada", {
    viewport: { width: 360, height: 740 },
    isMobile: true,
    hasTouch: true,
  });
  const expectNarrow = async () =>
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await expectNarrow();
  await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await expect(page.getByRole("heading", { name: "What is expected" })).toBeVisible();
  await expectNarrow();
  const { violations } = await new AxeBuilder({ page }).withTags(["wcag2a", "wcag2aa", "wcag22aa"]).analyze();
  expect(violations.map(({ id }) => id)).toEqual([]);
  await page.goto("/courses/urbanrivers/groups");
  await expect(page.getByRole("region", { name: "Millrace" })).toContainText(
    "Sunniva Dahl, Omar Benhadi, Grace Tolliver and you",
  );
  await expectNarrow();
});

test("the people are written out as a table without formulas, and as archives that are read again; to instructors alone", async ({
  browser,
}) => {
  const ines = await comeAs(browser, "Ines Calder");
  const csv = await ines.request.get("/courses/urbanrivers/people/file?form=csv");
  expect(csv.headers()["content-disposition"]).toContain("people.csv");
  expect(await csv.text()).toContain("Mira Okonjo");
  await ines.goto("/courses/urbanrivers/people/list");
  // Our own list, read again, changes nothing.
  await ines
    .locator("input[type=file]")
    .setInputFiles({ name: "people.csv", mimeType: "text/csv", buffer: await csv.body() });
  await expect(ines.getByRole("button", { name: "0 changed" })).toBeVisible();
  await expect(ines.getByRole("button", { name: "0 faulty" })).toBeVisible();
  await expect(ines.getByRole("button", { name: "Nothing to read" })).toBeDisabled();
  await ines.getByRole("button", { name: "Take another list" }).click();
  for (const form of ["1.1", "1.2"]) {
    const archive = await ines.request.get(`/courses/urbanrivers/people/file?form=${form}`);
    await ines.locator("input[type=file]").setInputFiles({
      name: `people-${form}.zip`,
      mimeType: "application/zip",
      buffer: await archive.body(),
    });
    await expect(ines.getByRole("group", { name: "Classes of the archive" })).toContainText("Urban rivers");
    await expect(ines.getByRole("button", { name: "0 faulty" })).toBeVisible();
    await ines.getByRole("button", { name: "Take another list" }).click();
  }
  const yuki = await comeAs(browser, "Yuki Morisada");
  expect((await yuki.request.get("/courses/urbanrivers/people/file?form=csv")).status()).toBe(404);
  for (const address of ["people", "people/list", "groups/new", "settings", "assignments/new"])
    expect((await yuki.goto(`/courses/urbanrivers/${address}`))!.status()).toBe(404);
  expect((await yuki.goto("/mail"))!.status()).toBe(404);
  expect((await yuki.goto("/courses/new"))!.status()).toBe(404);
});

test.describe("files that are no list", () => {
  const bad = [
    ["a picture", Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0]), "is no text"],
    ["an empty file", Buffer.from(""), "There is nothing in"],
    [
      "an archive of something else",
      Buffer.from(
        "UEsDBBQAAAAAAAAAIQAAAAAAAAAAAAAAAAAFAAAAYS50eHRQSwECFAAUAAAAAAAAACEAAAAAAAAAAAAAAAAABQAAAAAAAAAAAAAAAAAAAAAAYS50eHRQSwUGAAAAAAEAAQAzAAAAIwAAAAAA",
        "base64",
      ),
      "holds no users.csv",
    ],
    ["a table of sixty-one columns", Buffer.from(Array(61).fill("x").join(",")), "more than 60 cells"],
  ] as const;
  test("each is named with what is wrong and what to do, and nothing is lost", async ({ browser }) => {
    const ines = await comeAs(browser, "Ines Calder");
    await ines.goto("/courses/urbanrivers/people/list");
    await ines.getByLabel("List of people").fill("kept");
    for (const [name, buffer, said] of bad) {
      await ines.locator("input[type=file]").setInputFiles({ name, mimeType: "text/csv", buffer });
      await expect(ines.getByRole("alert").filter({ hasText: said })).toContainText(`“${name}”`);
    }
    await expect(ines.getByLabel("List of people")).toHaveValue("kept");
  });
});

test("two accounts of one person are merged, and are two again when that is undone", async ({ browser }) => {
  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto("/courses/new");
  await ines.getByLabel("Title").fill("Urban rivers by night");
  await ines.getByLabel("Term").fill("Winter");
  await ines.getByRole("button", { name: "Make the course" }).click();
  await expect(ines.getByRole("heading", { name: "Urban rivers by night", level: 1 })).toBeVisible();
  await ines.goto(`${ines.url()}/people`);
  for (const address of ["ama@first.example", "ama@second.example"]) {
    await ines.getByRole("button", { name: "Add a person" }).click();
    await ines.getByLabel(/^Name/).fill("Ama Sefton");
    await ines.getByLabel(/^Mail address/).fill(address);
    await ines.getByRole("button", { name: "Add the person" }).click();
    await expect(ines.getByRole("row", { name: new RegExp(address) })).toBeVisible();
  }
  await ines
    .getByRole("row", { name: /ama@second.example/ })
    .getByRole("button", { name: "Change" })
    .click();
  await ines.locator("summary", { hasText: "Two accounts of one person" }).click();
  await ines.getByRole("combobox", { name: "The account that stays" }).fill("first");
  await ines.getByRole("option", { name: "Ama Sefton, ama@first.example" }).click();
  await ines.getByRole("button", { name: "Let it count as Ama Sefton" }).click();
  await expect(ines.getByText("The two accounts are one on this course now.")).toBeVisible();
  await ines.getByRole("combobox", { name: /^Show/ }).selectOption("left");
  const gone = ines.getByRole("row", { name: /ama@second.example/ });
  await expect(gone).toContainText("counts as Ama Sefton");
  await gone.getByRole("button", { name: "Undo the merge" }).click();
  await expect(ines.getByText("The two accounts are two again")).toBeVisible();
  await ines.getByRole("combobox", { name: /^Show/ }).selectOption("all");
  await expect(
    ines.getByRole("row", { name: /ama@second.example/ }).getByRole("button", { name: "Change" }),
  ).toBeVisible();
});
