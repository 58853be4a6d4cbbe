/** Two people at one page, and what is left when something goes wrong. */
import { expect } from "@playwright/test";
import { openPage, signInAs, test, textOf } from "./people";

test("of two who save, the second is told what happened, and keeps the text", async ({ browser }) => {
  const [marta, idris] = [await signInAs(browser, "Marta Kowalik"), await signInAs(browser, "Idris Vaughn")];
  for (const page of [marta, idris]) {
    await openPage(page, "Hollin Burn", "The culvert");
    await page.getByRole("link", { name: "Write", exact: true }).click();
    await (await textOf(page, "The culvert")).click();
    await page.keyboard.press("Control+End");
  }
  await marta.keyboard.type(" Marta saw it first.");
  await marta.getByRole("button", { name: "Save", exact: true }).click();
  await expect(marta.getByRole("article")).toContainText("Marta saw it first.");

  await idris.keyboard.type(" Idris saw it too.");
  await idris.getByRole("button", { name: "Save", exact: true }).click();
  const said = idris.getByRole("alert").filter({ hasText: "saved by others" });
  await expect(said).toContainText("Nothing was overwritten.");
  await expect(said.getByRole("link", { name: /^Marta Kowalik/ })).toBeVisible();
  await expect(await textOf(idris, "The culvert")).toContainText("Idris saw it too.");

  await idris.goto(idris.url());
  await expect(await textOf(idris, "The culvert")).toContainText("Marta saw it first.");
  await idris.getByRole("button", { name: "Show the draft" }).click();
  await expect(idris.locator(".left-draft")).toContainText("Idris saw it too.");
});

test("a draft that was left behind is offered the next time, and can be dropped", async ({ browser }) => {
  const page = await signInAs(browser, "Chidi Amaechi");
  await openPage(page, "Saltmere", "Restoration plan");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type(" Written just before the battery died.");
  await expect.poll(() => page.evaluate(() => JSON.stringify(window.localStorage))).toContain("battery died");
  await page.reload();
  await expect(await textOf(page, "Restoration plan")).not.toContainText("battery");
  await page.getByRole("button", { name: "Go on with it" }).click();
  await expect(await textOf(page, "Restoration plan")).toContainText("Written just before the battery died.");
  await page.reload();
  await page.getByRole("button", { name: "Drop it" }).click();
  await page.reload();
  await textOf(page, "Restoration plan");
  await expect(page.getByRole("button", { name: "Go on with it" })).toHaveCount(0);
});

test("without a connection the editor says so and keeps the text", async ({ browser }) => {
  const page = await signInAs(browser, "Grace Tolliver");
  await openPage(page, "Millrace", "Restoration plan");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.type("Offline. ");
  await page.context().setOffline(true);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("alert").filter({ hasText: "The server did not answer." })).toBeVisible();
  await page.context().setOffline(false);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("article")).toContainText("Offline.");
});
