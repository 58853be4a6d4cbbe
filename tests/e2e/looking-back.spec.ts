/** Looking back at a page: two states beside each other, and whose each word is. */
import { expect } from "@playwright/test";
import { comeAs, openPage, press, startPage, test, textOf } from "./people";

test("a student compares two states, goes from change to change, and sees who wrote what at any time", async ({
  browser,
}) => {
  const beatriz = await comeAs(browser, "Beatriz Lanza");
  await openPage(beatriz, "Thornbeck", "The river today");
  await beatriz.getByRole("link", { name: "What changed" }).click();
  await expect(beatriz.getByRole("heading", { name: "What changed on “The river today”" })).toBeVisible();
  await beatriz.getByRole("link", { name: "From the beginning" }).click();
  await expect(beatriz).toHaveURL(/from=0/);
  const steps = beatriz.locator(".change-steps [role='status']");
  await expect(steps).toHaveText(/^\d+ changes$/);
  const count = Number((await steps.textContent())!.split(" ")[0]);
  await press(beatriz, "n", "n");
  await expect(steps).toHaveText(`2 of ${count}`);
  await press(beatriz, "p", "p");
  await expect(steps).toHaveText(`${count} of ${count}`);
  await expect(beatriz.locator(".compared .block:focus")).toBeInViewport();

  await beatriz.getByRole("combobox", { name: /^From/ }).selectOption({ index: 2 });
  await beatriz.getByRole("combobox", { name: /^to/ }).selectOption({ index: 0 });
  await beatriz.getByRole("button", { name: "Compare", exact: true }).click();
  await expect(beatriz).toHaveURL(/from=2&to=\d+/);
  await expect(beatriz.locator(".compared")).toBeVisible();

  await beatriz.getByRole("link", { name: "Back to the page" }).click();
  await beatriz.getByRole("link", { name: "Word by word" }).click();
  await expect(beatriz.getByRole("heading", { name: "Who wrote “The river today”" })).toBeVisible();
  const slider = beatriz.getByRole("slider", { name: "State of the page" });
  await slider.focus();
  await press(beatriz, "Home");
  await expect(beatriz).toHaveURL(/at=1/);
  await expect(beatriz.locator(".written:not(.nobody)")).toHaveCount(0);
  await beatriz.getByRole("button", { name: "Play the growth" }).click();
  await expect(beatriz.getByRole("button", { name: "Stop" })).toBeVisible();
  // It plays to the newest state, and stops there by itself.
  await expect(beatriz.getByRole("button", { name: "Play the growth" })).toBeVisible();
  await expect(slider).toHaveValue((await slider.getAttribute("max"))!);
  await expect(beatriz.locator(".written:not(.nobody)")).not.toHaveCount(0);
  await beatriz.locator(".written:not(.nobody) a").first().click();
  await expect(beatriz.getByRole("heading", { name: /^Entry \d+ of / })).toBeVisible();
});

test("a sitting opens to its entries, words that went are looked for, and the paragraph they stood in is brought back alone", async ({
  browser,
}) => {
  const beatriz = await comeAs(browser, "Beatriz Lanza");
  const title = "Footbridges of the beck";
  const text = await startPage(beatriz, "Thornbeck", title);
  await text.pressSequentially("Four bridges cross it.");
  await press(beatriz, "Enter");
  await text.pressSequentially("The second was built from a barn door.");
  await beatriz.getByRole("button", { name: "Save the page" }).click();
  await expect(beatriz.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  await beatriz.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(beatriz, title)).click();
  await press(beatriz, "ControlOrMeta+a");
  await beatriz.keyboard.type("Nobody has counted them.");
  await beatriz.getByRole("button", { name: "Save", exact: true }).click();
  await expect(beatriz.getByRole("link", { name: "2 entries" })).toBeVisible();
  await beatriz.getByRole("link", { name: "2 entries" }).click();

  const ledger = beatriz.getByRole("table", { name: `Ledger of “${title}”` });
  const sitting = ledger.getByRole("button", { name: "2 entries in one sitting" });
  const lines = ledger.locator("tbody").getByRole("link");
  await expect(sitting).toBeVisible();
  await expect(lines).toHaveCount(0);
  await sitting.click();
  await expect(lines).toHaveCount(2);
  await beatriz.getByRole("searchbox", { name: "in which came or went" }).fill("BARN door");
  await beatriz.getByRole("combobox", { name: /^that/ }).selectOption("added words");
  await beatriz.getByRole("button", { name: "Look" }).click();
  await expect(beatriz).toHaveURL(/phrase=BARN/);
  await beatriz.getByRole("combobox", { name: /^that/ }).selectOption("took words out");
  await beatriz.getByRole("button", { name: "Look" }).click();
  await expect(beatriz).toHaveURL(/act=removed/);
  await expect(ledger.getByRole("row")).toHaveCount(2);
  await beatriz.getByRole("link", { name: "Show all" }).click();
  await beatriz.getByRole("button", { name: "Check the chain of entries" }).click();
  await expect(beatriz.getByText(/^All fit: \d+ entries on \d+ pages/)).toBeVisible();

  await sitting.click();
  await lines.last().click();
  await beatriz.getByRole("link", { name: "Restore this entry" }).click();
  // All parts are chosen at first.
  await expect(beatriz.getByRole("checkbox", { name: /^The second was built/ })).toBeChecked();
  for (const part of await beatriz.getByRole("checkbox").all()) {
    await expect(part).toBeChecked();
    await part.uncheck();
  }
  await beatriz.getByRole("checkbox", { name: /^The second was built/ }).check();
  await beatriz.getByRole("button", { name: "Show what these would change" }).click();
  await expect(beatriz.locator(".compared ins")).toHaveText(["The second was built from a barn door."]);
  await expect(beatriz.locator(".compared del")).toHaveCount(0);
  await beatriz.getByRole("button", { name: "Restore 1 part" }).click();
  await expect(beatriz.getByRole("heading", { name: title, level: 1 })).toBeVisible();
  // What it followed is gone: it stands at the top.
  await expect(beatriz.locator(".sheet .prose p")).toHaveText([
    "The second was built from a barn door.",
    "Nobody has counted them.",
  ]);
});
