/** Looking back at a page: two states beside each other, and whose each word is. */
import { expect } from "@playwright/test";
import { openPage, press, signInAs, test } from "./people";

test("a student compares two states, goes from change to change, and sees who wrote what at any time", async ({ browser }) => {
  const beatriz = await signInAs(browser, "Beatriz Lanza");
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
