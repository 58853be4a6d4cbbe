/** Two people at one page, and what is left when something goes wrong. */
import { expect } from "@playwright/test";
import { comeAs, openPage, press, test, textOf } from "./people";

test("of two who change the same, the second settles it passage by passage, and nothing is overwritten", async ({
  browser,
}) => {
  const [marta, idris] = [await comeAs(browser, "Marta Kowalik"), await comeAs(browser, "Idris Vaughn")];
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
  const said = idris.getByRole("alert").filter({ hasText: "both of you changed the same" });
  await expect(said).toContainText("Nothing was overwritten.");
  await expect(said.getByRole("link", { name: /^Marta Kowalik/ })).toBeVisible();
  await expect(await textOf(idris, "The culvert")).toContainText("Idris saw it too.");
  await expect(said.getByRole("group", { name: "Theirs, saved" })).toContainText("Marta saw it first.");
  await expect(said.getByRole("group", { name: "Mine" })).toContainText("Idris saw it too.");

  // Gone in between, the text is offered as a draft, and says the same when it is saved.
  await idris.goto(idris.url());
  await expect(await textOf(idris, "The culvert")).toContainText("Marta saw it first.");
  await idris.getByRole("button", { name: "Go on with it" }).click();
  await expect(await textOf(idris, "The culvert")).toContainText("Idris saw it too.");
  await idris.getByRole("button", { name: "Save", exact: true }).click();
  await expect(said).toBeVisible();
  await expect(said.getByRole("button", { name: "Put it together" })).toBeDisabled();
  await said.getByRole("radio", { name: /^Both/ }).check();
  await said.getByRole("button", { name: "Put it together" }).click();
  await expect(await textOf(idris, "The culvert")).toContainText(
    /Marta saw it first\.[\s\S]*Idris saw it too\./,
  );
  await idris.getByRole("button", { name: "Save", exact: true }).click();
  await expect(idris.getByRole("article")).toContainText(/Marta saw it first\.[\s\S]*Idris saw it too\./);
});

test("what was saved is not offered as a draft, though a draft was sent while the save was under way", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Noor Halabi");
  await openPage(page, "Thornbeck", "Restoration plan");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type(" Read again on the train.");
  // The answer to the save takes longer than the pause after which a draft is sent.
  await page.route(/\/write$/, async (route) => {
    if (route.request().method() !== "POST") return route.continue();
    const answer = await route.fetch();
    await new Promise((done) => setTimeout(done, 2500));
    // A draft that is still under way when the test goes on is not asked for any more.
    return route.fulfill({ response: answer }).catch(() => {});
  });
  await page.getByLabel("Note, if you like").fill("On the train");
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("status").filter({ hasText: "Saved as entry" })).toBeVisible();
  await page.unroute(/\/write$/);
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await expect(await textOf(page, "Restoration plan")).toContainText("Read again on the train.");
  await expect(page.getByLabel("Note, if you like")).toHaveValue("");
  await page.reload();
  await expect(await textOf(page, "Restoration plan")).toContainText("Read again on the train.");
  await expect(page.getByText("A draft of yours")).toHaveCount(0);
});

test("a draft that was left behind is offered the next time, and can be dropped", async ({ browser }) => {
  const page = await comeAs(browser, "Chidi Amaechi");
  await openPage(page, "Saltmere", "Restoration plan");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type(" Written just before the battery died.");
  await page.reload();
  await expect(await textOf(page, "Restoration plan")).not.toContainText("battery");
  await page.getByRole("button", { name: "Go on with it" }).click();
  await expect(await textOf(page, "Restoration plan")).toContainText("Written just before the battery died.");
  await page.reload();
  const dropped = page.waitForResponse(
    (response) => response.request().headers()["next-action"] !== undefined,
  );
  await page.getByRole("button", { name: "Drop it" }).click();
  await dropped;
  await page.reload();
  await textOf(page, "Restoration plan");
  await expect(page.getByRole("button", { name: "Go on with it" })).toHaveCount(0);
});

test("without a connection the editor says so and keeps the text", async ({ browser }) => {
  const page = await comeAs(browser, "Grace Tolliver");
  await openPage(page, "Millrace", "Restoration plan");
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(page, "Restoration plan")).click();
  await page.keyboard.type("Offline. ");
  await page.context().setOffline(true);
  await page.getByRole("button", { name: "Save", exact: true }).click();
  await expect(page.getByRole("alert").filter({ hasText: "is saved by itself" })).toBeVisible();
  // It is saved by itself once the connection is back.
  await page.context().setOffline(false);
  await expect(page.getByRole("article")).toContainText("Offline.");
});

test("two who write in different places both save, and the second is told what came together", async ({
  browser,
}) => {
  const [hana, rory] = [await comeAs(browser, "Hana Veselka"), await comeAs(browser, "Rory McAllan")];
  await openPage(hana, "Saltmere");
  await hana.getByRole("link", { name: "Start a page" }).click();
  await hana.getByRole("textbox", { name: "Title of the page" }).fill("Tides");
  const first = await textOf(hana, "Tides");
  await first.click();
  await first.pressSequentially("High water reaches the sluice.");
  await press(hana, "Enter");
  await first.pressSequentially("Low water shows the old piles.");
  await hana.getByRole("button", { name: "Save the page" }).click();
  await expect(hana.getByRole("heading", { name: "Tides", level: 1 })).toBeVisible();
  await rory.goto(hana.url());
  for (const [page, key] of [
    [hana, "Control+Home"],
    [rory, "Control+End"],
  ] as const) {
    await page.getByRole("link", { name: "Write", exact: true }).click();
    await (await textOf(page, "Tides")).click();
    await press(page, key);
  }
  await hana.keyboard.type("At springs: ");
  await rory.keyboard.type(" We counted nine.");
  for (const page of [hana, rory]) {
    await page.getByRole("button", { name: "Save", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Tides", level: 1 })).toBeVisible();
  }
  await expect(rory.getByRole("article")).toContainText("At springs: High water reaches the sluice.");
  await expect(rory.getByRole("article")).toContainText("Low water shows the old piles. We counted nine.");
  await rory.getByRole("status").getByRole("link", { name: "entry 2" }).click();
  await expect(rory.locator("ins", { hasText: "At springs" })).toBeVisible();
});

test("two who change different sentences of one paragraph both save, and neither is asked", async ({
  browser,
}) => {
  const [marta, pavel] = [await comeAs(browser, "Marta Kowalik"), await comeAs(browser, "Pavel Drury")];
  await openPage(marta, "Hollin Burn");
  await marta.getByRole("link", { name: "Start a page" }).click();
  await marta.getByLabel("Title of the page").fill("The grating");
  await (await textOf(marta, "The grating")).click();
  await marta.keyboard.type("The grating is new. It clogs in autumn. Nobody rakes it.");
  await marta.getByRole("button", { name: "Save the page" }).click();
  await expect(marta.getByRole("article")).toContainText("Nobody rakes it.");
  await openPage(pavel, "Hollin Burn", "The grating");
  for (const page of [marta, pavel]) {
    await page.getByRole("link", { name: "Write", exact: true }).click();
    await (await textOf(page, "The grating")).click();
  }
  await press(marta, "Control+Home", ...Array.from({ length: "The grating is ".length }, () => "ArrowRight"));
  await marta.keyboard.type("almost ");
  await marta.getByRole("button", { name: "Save", exact: true }).click();
  await expect(marta.getByRole("article")).toContainText("The grating is almost new.");
  await press(pavel, "Control+End", "ArrowLeft");
  await pavel.keyboard.type(" but us");
  await pavel.getByRole("button", { name: "Save", exact: true }).click();
  await expect(pavel.getByRole("status").filter({ hasText: "put together with entry 2" })).toBeVisible();
  // Whoever saved first reads the same of it.
  await marta.reload();
  await expect(marta.locator(".sheet-head")).toContainText("put together with entry 2");
  await expect(pavel.getByRole("article")).toContainText(
    "The grating is almost new. It clogs in autumn. Nobody rakes it but us.",
  );
});

test("those who have a page open see each other, and take in what was saved when they want to", async ({
  browser,
}) => {
  const [marta, idris] = [await comeAs(browser, "Marta Kowalik"), await comeAs(browser, "Idris Vaughn")];
  for (const page of [marta, idris]) await openPage(page, "Hollin Burn", "The river today");
  await expect(marta.locator(".here")).toContainText("Idris Vaughn is reading");
  await idris.getByRole("link", { name: "Write", exact: true }).click();
  const text = await textOf(idris, "The river today");
  await text.locator("p").last().click();
  await expect(marta.locator(".here")).toContainText("Idris Vaughn is writing, near “");
  await expect(idris.locator(".here")).toContainText("Marta Kowalik is reading");

  // On a phone one line says who is here, so that a third person moves no text; the others are a press away.
  await marta.setViewportSize({ width: 390, height: 844 });
  const top = () =>
    marta
      .getByRole("article")
      .locator(".prose > *")
      .first()
      .evaluate((first) => first.getBoundingClientRect().top + window.scrollY);
  const before = await top();
  const pavel = await comeAs(browser, "Pavel Drury");
  await openPage(pavel, "Hollin Burn", "The river today");
  const brief = marta.locator(".here summary");
  await expect(brief).toHaveText("Idris Vaughn is writing and 1 more");
  expect(await top()).toBe(before);
  await brief.click();
  await expect(marta.locator(".here details").getByText("Pavel Drury is reading")).toBeVisible();
  await pavel.close();
  await marta.setViewportSize({ width: 1280, height: 800 });

  await press(idris, "Control+End");
  await idris.keyboard.type(" The water was clear on Sunday.");
  await idris.getByRole("button", { name: "Save", exact: true }).click();
  const news = marta.getByRole("status").filter({ hasText: "Idris Vaughn saved entry" });
  await expect(news).toBeVisible();
  await expect(marta.getByRole("article")).not.toContainText("clear on Sunday");
  await news.getByRole("button", { name: "Show it here" }).click();
  await expect(marta.getByRole("article")).toContainText("clear on Sunday");
  await expect(news).toBeHidden();
  await idris.close();
  await expect(marta.locator(".here")).not.toContainText("Idris Vaughn");
});
