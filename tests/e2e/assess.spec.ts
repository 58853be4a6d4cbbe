/**
 * From a criteria sheet to a released mark, an objection and its answer, as an instructor and her students
 * go.
 */
import { expect, type Page } from "@playwright/test";
import { readFileSync } from "node:fs";
import postgres from "postgres";
import { settled, signInAs, test, textOf } from "./people";

const sql = postgres(process.env.DATABASE_URL!, { max: 1, onnotice: () => {} });
test.afterAll(() => sql.end());

const sentences = (stem: string, count: number) =>
  Array.from(
    { length: count },
    (_, at) =>
      `${stem} ${["leaf", "stone", "gauge", "bank", "reed", "wall", "ford"][at % 7]!}${at} lies under water${at} by day${at}`,
  ).join(". ");
const toldByTomas =
  "Below the ford we counted nine pools, each with its own colour, and a tenth that nobody could see into";
const arrival = `${sentences("Upstream", 18)}.`;

async function writeOn(page: Page, title: string, text: string, note: string): Promise<void> {
  await page.getByRole("link", { name: "Write", exact: true }).click();
  const field = await textOf(page, title);
  await field.click();
  await page.keyboard.press("Control+End");
  await field.evaluate((node, plain) => {
    const data = new DataTransfer();
    data.setData("text/plain", plain);
    node.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, `\n\n${text}`);
  await expect(field).toContainText(text.slice(0, 40));
  await page.getByLabel("Note, if you like").fill(note);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("article")).toContainText(text.slice(0, 40));
}

test("from criteria to a mark that can be defended", async ({ browser }, info) => {
  test.setTimeout(180_000);
  const again = info.repeatEachIndex;
  const [assignment, set, group] = [
    `Ford survey${again || ""}`,
    `Fords${again || ""}`,
    `Old ford${again || ""}`,
  ];
  const members = ["Hana Veselka", "Tomas Quill", "Yuki Morisada", "Elin Sorby"] as const;
  const ines = await signInAs(browser, "Ines Calder");
  let base = "";

  await test.step("the instructor makes an assignment, and a criteria sheet from an example", async () => {
    await ines.goto("/courses/urbanrivers/groups/new");
    await ines.getByRole("button", { name: "Add a group" }).click();
    await ines.getByRole("textbox", { name: "Name of group 1" }).fill(group);
    for (const name of members) {
      const list = ines.getByRole("combobox", { name: `Group of ${name}` });
      await list.focus();
      await list.selectOption(group);
    }
    await ines.getByLabel("Name of the set").fill(set);
    await ines.getByRole("button", { name: "Save the groups" }).click();
    await expect(ines.getByRole("heading", { name: set, level: 1 })).toBeVisible();
    await ines.goto("/courses/urbanrivers/assignments/new");
    await ines.getByLabel("Title", { exact: true }).first().fill(assignment);
    await ines.getByLabel("Set of groups").selectOption({ label: `${set}: 1 group, 4 students` });
    await ines.locator("summary", { hasText: "home page" }).click();
    await (await textOf(ines, "the starter page Home")).fill("What is left of the ford?");
    await ines.getByRole("button", { name: "Make 1 wiki" }).click();
    await expect(ines.getByRole("link", { name: group, exact: true })).toBeVisible();
    base = new URL(ines.url()).pathname;
    await ines.getByRole("link", { name: "Criteria", exact: true }).click();
    await ines
      .getByLabel("An example, or the sheet of another assignment")
      .selectOption({ label: "A group part and an own part" });
    await ines.locator("summary", { hasText: "Content" }).click();
    await ines.getByRole("textbox", { name: "Weight", exact: true }).first().fill("-2");
    await ines.getByRole("button", { name: "Store the sheet" }).click();
    await expect(ines.getByRole("alert").filter({ hasText: "A weight is no number" })).toBeVisible();
    await ines.getByRole("textbox", { name: "Weight", exact: true }).first().fill("2,5");
    await ines.getByRole("button", { name: "Store the sheet" }).click();
    await expect(ines.getByRole("status").filter({ hasText: "The sheet is stored" })).toBeVisible();
  });

  const [hana, tomas, yuki] = [
    await signInAs(browser, members[0]),
    await signInAs(browser, members[1]),
    await signInAs(browser, members[2]),
  ];
  await test.step("students see the sheet with the brief and beside the text, and write", async () => {
    await hana.goto(base);
    await expect(hana.getByText("How it is judged: 4 criteria")).toBeVisible();
    await expect(
      hana.getByText(
        "Each student’s mark is made of the group’s mark (weight 2) and their own criteria (weight 1).",
      ),
    ).toBeVisible();
    for (const page of [hana, tomas, yuki]) {
      await page.goto(base);
      await page
        .getByRole("row", { name: new RegExp(group) })
        .getByRole("link")
        .click();
      await expect(page.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
    }
    await hana.getByText("Criteria", { exact: true }).click();
    await expect(hana.getByText("Right, complete, and to the point.")).toBeVisible();
    await writeOn(hana, "Home", arrival, "All of it");
    await tomas.reload();
    await writeOn(tomas, "Home", `${toldByTomas}.`, "Pools");
    await tomas.getByLabel("Comment on this page").fill("Who counted the tenth pool?");
    await tomas.getByRole("button", { name: "Comment", exact: true }).click();
    await expect(tomas.locator(".thread")).toContainText("Who counted the tenth pool?");
    // Yuki carries what Tomas wrote to a page of its own: first it goes, then it is there.
    await yuki.reload();
    await yuki.getByRole("link", { name: "Write", exact: true }).click();
    const text = await textOf(yuki, "Home");
    await text.locator("p", { hasText: "nine pools" }).click({ clickCount: 3 });
    await settled(yuki);
    await yuki.keyboard.press("Delete");
    await expect(text).not.toContainText("nine pools");
    await yuki.getByLabel("Note, if you like").fill("To a page of its own");
    await yuki.getByRole("button", { name: "Save", exact: true }).click();
    await expect(yuki.getByRole("article")).not.toContainText("nine pools");
    await yuki.getByRole("link", { name: "Start a page" }).click();
    await yuki.getByRole("textbox", { name: "Title of the page" }).fill("Pools");
    await (await textOf(yuki, "Pools")).fill(`${toldByTomas}.`);
    await yuki.getByRole("button", { name: "Save the page" }).click();
    await expect(yuki.getByRole("heading", { name: "Pools", level: 1 })).toBeVisible();
  });

  const assignmentId = base.split("/").at(-1)!;
  await sql`update assignment set due_at = now(), cut_off_at = now() where id = ${assignmentId}`;

  const account = ines.getByRole("region", { name: "Account" });
  const said = (text: string | RegExp) => expect(account.locator(".assess-said")).toContainText(text);
  await test.step("she judges the group by keys, and her changes can be undone", async () => {
    await ines.goto(base);
    await ines.getByRole("link", { name: "Review contributions" }).click();
    await expect(ines.getByRole("heading", { name: `Who did what in “${assignment}”` })).toBeVisible();
    await ines.getByRole("link", { name: group, exact: true }).first().click();
    await ines.getByRole("link", { name: "Assess", exact: true }).click();
    await expect(account.getByRole("heading", { name: "Content" })).toBeVisible();
    await account.getByLabel("Points for Content").fill("8");
    await account.getByLabel("Points for Content").press("Enter");
    await said("“Content” of");
    await account.getByLabel("Points for Form").fill("11");
    await account.getByLabel("Points for Form").press("Enter");
    await said("more than the criterion’s most points");
    await account.getByLabel("Points for Form").fill("7,5");
    await account.getByLabel("Points for Form").press("Enter");
    await said("“Form” of");
    await expect(account.locator(".running")).toContainText("Comes to 79 of 100");
    await account.getByRole("button", { name: "Undo" }).click();
    await expect(account.locator(".running")).toContainText("1 of 2 judged");
    await account.getByLabel("Points for Form").fill("7.5");
    await account.getByLabel("Points for Form").press("Enter");
    await expect(account.locator(".running")).toContainText("Comes to 79 of 100");
  });

  await test.step("the largest arrival is followed to its passage, which is pinned with what a teammate did under two criteria", async () => {
    await account.getByRole("link", { name: /Hana Veselka/ }).click();
    await expect(ines.getByRole("heading", { name: "What was done" })).toBeVisible();
    await ines
      .getByRole("link", { name: /^Wrote/ })
      .first()
      .click();
    await expect(ines.locator("tr.opened")).toContainText("Upstream leaf0");
    const bar = ines.getByRole("region", { name: "Pin what is selected" });
    await expect(bar).toContainText("Entry 2");
    await bar.getByLabel("Shown at release").check();
    await bar.getByRole("button", { name: /Own part of the text/ }).click();
    await said("Pinned for Hana Veselka.");
    await expect(bar).toHaveCount(0);
    await account.getByRole("link", { name: new RegExp(group) }).click();
    const home = ines.locator("article", { has: ines.getByRole("heading", { name: "Home", exact: true }) });
    await home
      .locator(".prose p", { hasText: "Upstream leaf0" })
      .evaluate((node) => getSelection()!.selectAllChildren(node));
    await expect(bar).toContainText("Upstream leaf0");
    await bar.getByRole("button", { name: /Content/ }).click();
    await said(`Pinned for ${group}.`);
    await ines.evaluate(() => getSelection()!.removeAllRanges());
    await account.getByRole("link", { name: /Yuki Morisada/ }).click();
    await ines.getByRole("table", { name: "Statement of Yuki Morisada" }).getByRole("link").first().focus();
    await ines.keyboard.press("Shift+Tab");
    await ines.keyboard.press("Tab");
    await bar.getByLabel("Shown at release").check();
    await bar.getByRole("button", { name: /Own part of the text/ }).click();
    await said("Pinned for Yuki Morisada.");
    const slip = account.locator(".pin-slips li").first();
    await expect(slip).toContainText("moved");
    await slip.getByRole("button", { name: /^Change the pin/ }).click();
    await slip.getByRole("checkbox", { name: "Work with others" }).check();
    await slip.getByRole("button", { name: "Store" }).click();
    await said("The pin is changed.");
    await expect(account.locator(".pin-slips")).toHaveCount(2);
  });

  await test.step("comments are read, a note is written, and the group gets feedback", async () => {
    await account.getByRole("link", { name: /Tomas Quill/ }).click();
    await expect(ines.locator(".assess-work")).toContainText("Who counted the tenth pool?");
    await account.getByRole("button", { name: "Write a private note on Tomas Quill" }).click();
    await account.getByLabel("Private note on Tomas Quill").fill("The only one who asked.");
    await account.getByRole("button", { name: "Keep the note" }).click();
    await expect(account).toContainText("The only one who asked.");
    await account.getByLabel("Tell").selectOption({ label: group });
    await account.getByLabel("Feedback").last().fill("Ask each other more, as Tomas did.");
    await account.getByRole("button", { name: `Tell ${group}` }).click();
    await expect(account.locator(".feedback")).toContainText("Ask each other more");
  });

  await test.step("two proposals are accepted, one is overridden with a reason", async () => {
    for (const [name, part, together] of [
      ["Hana Veselka", 3, 1],
      ["Tomas Quill", 2, 3],
      ["Yuki Morisada", 3, 3],
    ] as const) {
      await account.getByRole("link", { name: new RegExp(name) }).click();
      await expect(account.getByRole("heading", { name: `Pinned to ${name}` })).toBeVisible();
      await account
        .getByRole("radiogroup", { name: "Own part of the text" })
        .getByRole("radio")
        .nth(part)
        .click();
      await said("Own part of the text");
      await account
        .getByRole("radiogroup", { name: "Work with others" })
        .getByRole("radio")
        .nth(together - 1)
        .click();
      await expect(account.getByRole("button", { name: /^Accept/ })).toBeVisible();
      if (name === "Hana Veselka") {
        await account.getByRole("button", { name: "Set another mark" }).click();
        await account.getByLabel(/^Mark of Hana Veselka/).fill("55");
        await account.getByRole("button", { name: "Set the mark" }).click();
        await said("this needs a reason");
        await account
          .getByLabel(/^Reason/)
          .fill("All of it arrived at once, and nobody could say where it was written.");
        await account.getByRole("button", { name: "Set the mark" }).click();
        await expect(account.locator(".mark-lines strong")).toHaveText("55");
      } else {
        await ines.keyboard.press("a");
        await said("accepted");
      }
    }
  });

  await test.step("before the release it is said that one has no mark; it is given, and all are released", async () => {
    await ines.goto(`${base}/marks`);
    await ines.getByRole("link", { name: "Release marks" }).click();
    await expect(ines.getByText("1 student has no mark:")).toContainText("Elin Sorby");
    await ines.getByRole("link", { name: "Elin Sorby" }).click();
    await account.getByRole("button", { name: "Set a mark" }).click();
    await account.getByLabel(/^Mark of Elin Sorby/).fill("0");
    await account.getByLabel(/^Reason/).fill("Nothing was done, and there was no answer.");
    await account.getByRole("button", { name: "Set the mark" }).click();
    await expect(account.locator(".mark-lines strong")).toHaveText("0");
    await ines.goto(`${base}/marks/release`);
    await ines.getByRole("checkbox", { name: group }).check();
    await ines.getByRole("button", { name: "Release 4 marks in 1 group" }).click();
    await expect(
      ines.getByRole("status").filter({ hasText: "4 students see their mark now." }),
    ).toBeVisible();
  });

  await test.step("a student reads their page, and nothing of anybody else's, and objects to a figure", async () => {
    await yuki.goto("/courses/urbanrivers");
    await yuki.getByRole("link", { name: `Your mark in ${assignment} can be read` }).click();
    const sheet = yuki.locator(".own-mark");
    await expect(sheet).toContainText(group);
    await expect(sheet).toContainText("Ask each other more, as Tomas did.");
    await expect(sheet).not.toContainText(/Hana|The only one who asked|arrived at once/);
    await yuki.getByText("Something here is not right").click();
    await yuki.getByLabel("What it is about").selectOption({ label: "Others’ removed" });
    await yuki
      .getByLabel("What is wrong, and why")
      .fill("I took nothing away: I moved it to a page of its own.");
    await yuki.getByRole("button", { name: "Object", exact: true }).click();
    await expect(yuki.getByText("Your instructors were told, and answer here.")).toBeVisible();
    await expect(yuki.getByRole("region", { name: "What you objected to" })).toContainText("Open.");
  });

  await test.step("in two steps she sees that it was a move, and answers", async () => {
    await ines.goto("/courses/urbanrivers");
    await ines
      .getByRole("link", { name: `Yuki Morisada of ${group} objects to something in their assessment` })
      .click();
    await ines.getByRole("link", { name: "the figure “Others’ removed”" }).click();
    await expect(ines.getByRole("link", { name: /^Others’ removed of Yuki Morisada: 0/ })).toBeVisible();
    await expect(ines.getByRole("table", { name: "Statement of Yuki Morisada" })).toContainText(
      /went to “?Pools|Pools/,
    );
    await ines.goBack();
    await ines
      .getByLabel("Answer to Yuki Morisada")
      .fill("You are right: the record has it as a move, and nothing was counted against you.");
    await ines.getByRole("button", { name: "Answer", exact: true }).click();
    await expect(ines.getByRole("region", { name: "Objections" })).toContainText("The mark stays.");
    await yuki.reload();
    await expect(yuki.getByRole("region", { name: "What you objected to" })).toContainText(
      "nothing was counted against you",
    );
  });

  await test.step("the marks leave as tables and as documents", async () => {
    const text = async (path: string) => (await ines.request.get(`${base}/marks/${path}`)).text();
    expect(await text("file?form=csv")).toMatch(/Yuki Morisada/);
    expect(await text("file?form=line+items")).toContain(assignment);
    expect((await text("file?form=results")).trim().split("\r\n")).toHaveLength(5);
    await ines.goto(`${base}/marks/documents`);
    const [saved] = await Promise.all([
      ines.waitForEvent("download"),
      ines.getByRole("link", { name: "Hana Veselka" }).click(),
    ]);
    const html = readFileSync(await saved.path(), "utf8");
    expect(html).toContain("All of it arrived at once");
    expect(html).not.toMatch(/Tomas Quill|The only one who asked|<script|http/);
    await ines.getByRole("button", { name: "Make one archive of 4 documents" }).click();
    const archive = ines.getByRole("link", { name: "Save the archive (4 documents)" });
    await expect(archive).toBeVisible();
    const [zip] = await Promise.all([ines.waitForEvent("download"), archive.click()]);
    expect(
      readFileSync(await zip.path())
        .subarray(0, 2)
        .toString(),
    ).toBe("PK");
  });

  await test.step("everything stands in the log", async () => {
    await ines.goto(`${base}/marks/log`);
    const log = ines.getByRole("table");
    for (const line of ["released", "objected", "accepted", "overridden", "sheet made"])
      await expect(log.getByRole("cell", { name: new RegExp(line) }).first()).toBeVisible();
    await expect(log).toContainText("where");
  });
});
