/** Comments that are changed and taken back. */
import { expect } from "@playwright/test";
import { comeAs, openPage, press, signInAs, startPage, test, textOf } from "./people";

test("a student edits a comment, withdraws it and puts it back; the instructor reads what it said", async ({
  browser,
}) => {
  const yuki = await comeAs(browser, "Yuki Morisada");
  await openPage(yuki, "Millrace", "Restoration plan");
  await yuki.getByLabel("Comment on this page").fill("Is the spillway ours to bild?");
  await yuki.getByRole("button", { name: "Comment", exact: true }).click();
  const remark = yuki.locator(".remark", { hasText: "Is the spillway ours" });
  await expect(remark).toBeVisible();
  await remark.getByRole("button", { name: /^Edit what you said/ }).click();
  await yuki.getByLabel("What Yuki Morisada says").fill("Is the spillway ours to build?");
  await yuki.getByRole("button", { name: "Change it" }).click();
  await expect(remark).toContainText("ours to build?");
  await expect(remark).toContainText("edited");
  await expect(remark.getByText("1 earlier wording")).toBeVisible();
  await remark.getByRole("button", { name: /^Withdraw/ }).click();
  const gone = yuki.locator(".remark[data-withdrawn='true']", { hasText: "Yuki Morisada" });
  await expect(gone).toContainText("Withdrawn");
  await expect(gone).not.toContainText("spillway");

  const ines = await comeAs(browser, "Ines Calder");
  await openPage(ines, "Millrace", "Restoration plan");
  await expect(ines.locator(".remark[data-withdrawn='true'] del").first()).toHaveText(
    "Is the spillway ours to build?",
  );
  await gone.getByRole("button", { name: /^Restore/ }).click();
  await expect(remark).toContainText("ours to build?");
  await expect(yuki.locator(".remark[data-withdrawn='true']", { hasText: "Yuki Morisada" })).toHaveCount(0);
});

test("words that are selected can be spoken of, and the conversation goes with them to another page", async ({
  browser,
}) => {
  const yuki = await comeAs(browser, "Yuki Morisada");
  const sentence = "The sluice keeper opens the gate twice a year";
  const text = await startPage(yuki, "Millrace", "The sluice keeper");
  await text.pressSequentially(`Nobody pays for the grease. ${sentence}.`);
  await yuki.getByRole("button", { name: "Save the page" }).click();
  await expect(yuki.getByRole("heading", { name: "The sluice keeper", level: 1 })).toBeVisible();

  // By the pointer: the selection offers itself. Without one, the paragraph is chosen from a list.
  await yuki
    .locator(".sheet .prose")
    .getByText(sentence)
    .evaluate((paragraph, from) => {
      const range = document.createRange();
      range.setStart(paragraph.firstChild!, paragraph.textContent!.indexOf(from));
      range.setEnd(paragraph.firstChild!, paragraph.textContent!.indexOf(from) + from.length);
      document.getSelection()!.removeAllRanges();
      document.getSelection()!.addRange(range);
    }, sentence);
  await yuki.getByRole("button", { name: "Comment on these words" }).click();
  await yuki.getByLabel("Comment on this passage").fill("Which months?");
  await yuki.getByRole("button", { name: "Comment", exact: true }).click();
  const mark = yuki.locator("mark.passage");
  await expect(mark).toHaveText(`a${sentence}`);
  await yuki.getByLabel("What the comment is about").selectOption({ index: 1 });
  await yuki.getByLabel("Comment on this passage").fill("And who pays him?");
  await yuki.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(yuki.locator("mark.passage").first()).toContainText("Nobody pays");

  await yuki.getByRole("link", { name: "Write", exact: true }).click();
  const writing = await textOf(yuki, "The sluice keeper");
  await writing.click();
  await press(yuki, "ControlOrMeta+a", "ControlOrMeta+x");
  await yuki.keyboard.type("Told elsewhere.");
  await yuki.getByRole("button", { name: "Save", exact: true }).click();
  await expect(yuki.getByText("Its text is gone").first()).toBeVisible();
  const other = await startPage(yuki, "Millrace", "Who opens the gate");
  await other.click();
  await press(yuki, "ControlOrMeta+v");
  await expect(other).toContainText(sentence);
  await yuki.getByRole("button", { name: "Save the page" }).click();
  await expect(yuki.getByRole("heading", { name: "Who opens the gate", level: 1 })).toBeVisible();
  await expect(yuki.locator(".remark", { hasText: "Which months?" })).toBeVisible();
  await expect(yuki.locator("mark.passage", { hasText: sentence }).last()).toBeVisible();
  await openPage(yuki, "Millrace", "The sluice keeper");
  await expect(yuki.locator(".passage-line", { hasText: "Who opens the gate" }).first()).toContainText(
    "Its text stands on Who opens the gate now.",
  );
});

test("who is named in a comment finds it among their news, marked as new until they have seen the page", async ({
  browser,
}) => {
  const chidi = await comeAs(browser, "Chidi Amaechi");
  await openPage(chidi, "Saltmere", "Restoration plan");
  const field = chidi.getByLabel("Comment on this page");
  await field.pressSequentially("Can you check the tide table, @han");
  const offered = chidi.getByRole("listbox", { name: "Who is named" }).getByRole("option");
  await expect(offered).toHaveCount(1);
  await press(chidi, "Enter");
  await expect(field).toHaveValue(/tide table, @Hana \S+ $/);
  await chidi.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(chidi.locator(".named", { hasText: "@Hana" })).toBeVisible();

  const hana = await signInAs(browser, (await chidi.locator(".named").first().textContent())!.slice(1));
  await hana.getByRole("link", { name: "All news" }).click();
  const line = hana.getByRole("listitem").filter({ hasText: "tide table" });
  await expect(line).toContainText("names you, new");
  await line.getByRole("link").click();
  await expect(hana.locator(".remark", { hasText: "tide table" })).toBeInViewport();
  await hana.goto("/courses/urbanrivers/news");
  await expect(line).toContainText("names you");
  await expect(line).not.toContainText("new");
  await line.getByRole("button", { name: "Mute Restoration plan" }).click();
  await expect(line).toHaveCount(0);
  await hana.getByRole("checkbox", { name: /^Restoration plan/ }).click();
  await expect(line).toBeVisible();
});

test("a talk on a page is marked as discussion by the instructor, and then counts as such", async ({
  browser,
}) => {
  const marta = await comeAs(browser, "Marta Kowalik");
  const text = await startPage(marta, "Hollin Burn", "Who keeps the gate");
  await text.pressSequentially("The gate is kept by nobody in particular.");
  await marta.keyboard.press("Enter");
  await text.pressSequentially("Idris, shall we ask the farmer about it?");
  await marta.getByRole("button", { name: "Save the page" }).click();
  await expect(marta.getByRole("heading", { name: "Who keeps the gate", level: 1 })).toBeVisible();
  await expect(marta.getByRole("button", { name: "Mark as discussion" })).toHaveCount(0);
  const address = marta.url();

  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto(address);
  const about = ines.getByLabel("What the comment is about");
  const option = about.locator("option", { hasText: "shall we ask the farmer" });
  await expect(option).toHaveCount(1);
  await about.selectOption((await option.getAttribute("value"))!);
  await ines.getByRole("button", { name: "Mark as discussion" }).click();
  const counted = ines.getByRole("region", { name: "Counted as discussion" });
  await expect(counted).toContainText("8 words, marked by Ines Calder");
  await expect(ines.locator(".prose .discussion")).toHaveText(
    "discussionIdris, shall we ask the farmer about it",
  );

  await marta.reload();
  await expect(marta.getByRole("region", { name: "Counted as discussion" })).toBeVisible();
  await expect(marta.getByRole("button", { name: /^Count as text again/ })).toHaveCount(0);
  const said = marta.getByLabel("Comment on this page");
  await said.fill("I would ");
  await said.press("End");
  await press(marta, "Control+b");
  await said.pressSequentially("ask");
  await press(marta, "Control+b");
  await said.pressSequentially(" her.");
  await marta.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(
    marta.locator(".remark", { hasText: "I would ask her." }).locator("strong", { hasText: /^ask$/ }),
  ).toBeVisible();

  await ines.goto("/courses/urbanrivers");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  await ines.getByRole("table").getByRole("link", { name: "Hollin Burn", exact: true }).click();
  await expect(
    ines.getByRole("link", { name: "Discussion on pages of Marta Kowalik: 8. Show what is behind it" }),
  ).toBeVisible();
  await ines.goto(address);
  await counted.getByRole("button", { name: /^Count as text again/ }).click();
  await expect(counted).toHaveCount(0);
  await expect(ines.locator(".prose .discussion")).toHaveCount(0);
});
