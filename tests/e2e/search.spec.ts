/** Searching a course: from the head line, on a phone, in what was removed, and across wikis. */
import AxeBuilder from "@axe-core/playwright";
import { expect } from "@playwright/test";
import { openPage, signInAs, test } from "./people";

test("by keyboard: a slip is mended, and the page opens at the passage", async ({ browser }) => {
  const page = await signInAs(browser, "Mira Okonjo");
  await page.keyboard.press("/");
  const field = page.getByRole("combobox", { name: "Search" });
  await expect(field).toBeFocused();
  await field.fill("gravl");
  await expect(page.getByRole("option", { name: /Restoration plan.*gravel/ })).toHaveAttribute(
    "aria-selected",
    "true",
  );
  expect((await new AxeBuilder({ page }).include(".search-panel").analyze()).violations).toEqual([]);
  await field.press("Enter");
  await expect(page.getByRole("heading", { level: 1, name: "Restoration plan" })).toBeVisible();
  await expect(page.getByRole("search", { name: "Words that were searched for" })).toContainText("1 of 2");
});

test("on a phone, and what is not there can be started", async ({ browser }) => {
  const page = await signInAs(browser, "Mira Okonjo");
  await openPage(page, "Alder Brook");
  await page.setViewportSize({ width: 390, height: 844 });
  await page.getByRole("button", { name: "Search" }).click();
  await page.getByRole("combobox", { name: "Search" }).fill("Water qualities");
  await expect(page.getByRole("option", { name: /Water quality.*nearly the same/ })).toBeVisible();
  await page.getByRole("option", { name: "Start “Water qualities”" }).click();
  await expect(page.getByRole("textbox", { name: "Title" })).toHaveValue("Water qualities");
});

test("the address holds what a search is narrowed to", async ({ browser }) => {
  const page = await signInAs(browser, "Ines Calder");
  await page.goto("/courses/urbanrivers/search?q=weir");
  const results = page.getByRole("region", { name: "Results" });
  await expect(results.getByRole("heading", { name: /Kestrel Water/ })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  await page.getByRole("combobox", { name: "Wiki" }).click();
  await page.getByRole("option", { name: "Weir Lane, Walk one reach" }).click();
  await expect(page).toHaveURL(/wiki=/);
  await expect(results.getByRole("heading", { name: /Kestrel Water/ })).toHaveCount(0);
  await page.goBack();
  await expect(results.getByRole("heading", { name: /Kestrel Water/ })).toBeVisible();
});

test("a sentence that was removed is found, and the entry that took it off opened at its words", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Mira Okonjo");
  await page.goto("/courses/urbanrivers/search?q=plan+we+were+shown");
  await page.getByRole("checkbox", { name: "Also in removed text and earlier entries" }).check();
  const removed = page.getByRole("listitem").filter({ hasText: "that is on no plan we were shown" });
  await removed.getByRole("link", { name: /^entry 5$/ }).click();
  await expect(page.getByRole("heading", { level: 1, name: /Entry 5 of/ })).toBeVisible();
  await expect(page.getByRole("search", { name: "Words that were searched for" })).toContainText(/\d of \d/);
});

test("who else has a passage is told to those who review, and to nobody else", async ({ browser }) => {
  const passage = "Put the bends back by placing four gravel bars, as the old tithe map shows them.";
  const page = await signInAs(browser, "Ines Calder");
  await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Restoration dossier" })).toBeVisible();
  const address = `${new URL(page.url()).pathname}/alike`;
  await page.goto(address);
  await page.getByRole("textbox", { name: "Sentence or passage" }).fill(passage);
  await page.getByRole("button", { name: "Find who else has it" }).click();
  await expect(page.getByRole("listitem").filter({ hasText: "Alder Brook; 16 of 16 words" })).toBeVisible();
  expect((await new AxeBuilder({ page }).analyze()).violations).toEqual([]);
  const student = await signInAs(browser, "Mira Okonjo");
  expect((await student.request.get(address)).status()).toBe(404);
});
