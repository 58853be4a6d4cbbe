/** Comments that are changed and taken back. */
import { expect } from "@playwright/test";
import { openPage, signInAs, test } from "./people";

test("a student edits a comment, withdraws it and puts it back; the instructor reads what it said", async ({ browser }) => {
  const yuki = await signInAs(browser, "Yuki Morisada");
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

  const ines = await signInAs(browser, "Ines Calder");
  await openPage(ines, "Millrace", "Restoration plan");
  await expect(ines.locator(".remark[data-withdrawn='true'] del").first()).toHaveText("Is the spillway ours to build?");
  await gone.getByRole("button", { name: /^Put back/ }).click();
  await expect(remark).toContainText("ours to build?");
  await expect(yuki.locator(".remark[data-withdrawn='true']", { hasText: "Yuki Morisada" })).toHaveCount(0);
});
