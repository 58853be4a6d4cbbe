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
