/** People without an account: an open room with two guests, and a reader with a link. */
import { expect, type Page } from "@playwright/test";
import { signInAs, test, textOf } from "./people";

async function comeIn(page: Page, code: string, name: string): Promise<void> {
  await page.goto("/room");
  await page.getByLabel("Code of the room").fill(code.toLowerCase());
  await page.getByRole("button", { name: "Come in" }).click();
  await page.getByRole("list", { name: "Names" }).getByRole("button", { name, exact: true }).click();
  await expect(page.getByRole("link", { name: /Restoration plan/ }).first()).toBeVisible();
}

test("two guests write in an open room, which closes; their words are given to a student; a reader sees initials", async ({
  browser,
}) => {
  test.setTimeout(600_000);
  const ines = await signInAs(browser, "Ines Calder");
  await ines.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await ines.getByRole("link", { name: "Guests", exact: true }).click();
  await expect(ines).toHaveURL(/\/guests$/);
  const guests = ines.url();

  await ines.getByRole("link", { name: "Open a room" }).click();
  await ines.locator("summary", { hasText: "Kestrel Water" }).click();
  await ines.getByRole("group", { name: "Pages of Kestrel Water" }).getByLabel("Restoration plan").check();
  await ines.getByRole("radio", { name: /^A list of your own/ }).check();
  await ines.getByLabel("Names, one a line").fill("Wren\nAsh");
  await ines.getByRole("button", { name: "Open the room" }).click();
  const code = await ines.locator(".room-code").innerText();
  await expect(ines.getByRole("img", { name: /^QR code of/ })).toBeVisible();

  const [wren, ash] = [
    await (await browser.newContext()).newPage(),
    await (await browser.newContext({ viewport: { width: 390, height: 844 } })).newPage(),
  ];
  await test.step("a wrong code opens nothing; the right one leads to the names", async () => {
    await wren.goto("/room");
    await wren.getByLabel("Code of the room").fill("BCDF-2345");
    await wren.getByRole("button", { name: "Come in" }).click();
    await expect(wren.getByText(/^No room is open with this code/)).toBeVisible();
    await comeIn(wren, code, "Wren");
    await ash.goto("/room");
    await ash.getByLabel("Code of the room").fill(code);
    await ash.getByRole("button", { name: "Come in" }).click();
    await expect(
      ash.getByRole("list", { name: "Names" }).getByRole("button", { name: /Wren/ }),
    ).toBeDisabled();
    await ash.getByRole("button", { name: "Ash", exact: true }).click();
  });

  await test.step("each writes the page; neither sees anything else", async () => {
    for (const [page, said] of [
      [wren, "Kingfishers want a steep bank. "],
      [ash, "And a perch above still water. "],
    ] as const) {
      await page
        .getByRole("link", { name: /Restoration plan/ })
        .first()
        .click();
      await page.getByRole("link", { name: "Write", exact: true }).click();
      const text = await textOf(page, "Restoration plan");
      await text.click();
      await page.keyboard.press("Control+Home");
      await page.keyboard.type(said);
      await page.getByRole("button", { name: "Save", exact: true }).click();
      await expect(page.getByRole("article")).toContainText(said.trim());
    }
    expect((await wren.request.get("/courses/urbanrivers", { maxRedirects: 0 })).status()).toBe(307);
  });

  await test.step("the room is ended: what was typed and not saved is kept, and nothing more is taken", async () => {
    await wren.getByRole("link", { name: "Write", exact: true }).click();
    await (await textOf(wren, "Restoration plan")).click();
    await wren.keyboard.type("Too late. ");
    await ines.getByRole("button", { name: "End now" }).click();
    await expect(ines.getByText("The room has closed. What was saved is kept.")).toBeVisible();
    await wren.getByRole("button", { name: "Save", exact: true }).click();
    await expect(wren.getByText(/^The room has closed. Nothing was saved/)).toBeVisible();
    await expect(await textOf(wren, "Restoration plan")).toContainText("Too late.");
  });

  await test.step("their words are unassigned, until they are given to a student", async () => {
    await ines.reload();
    await ines.getByRole("button", { name: "Give all of Wren to" }).click();
    await ines.getByRole("combobox", { name: "Give all of Wren to" }).selectOption("Lena Hartvig");
    await ines.getByRole("button", { name: "Give", exact: true }).click();
    await expect(ines.getByRole("row", { name: /^Wren/ })).toContainText("Lena Hartvig");
    await expect(ines.getByRole("row", { name: /^Ash/ })).toContainText("unassigned");
    await ines.goto(guests.replace("/guests", "/review"));
    await expect(ines.getByText(/unassigned/i).first()).toBeVisible();
  });

  await test.step("a reader with a link sees the wiki with initials, and nothing once it has ended", async () => {
    await ines.goto(guests);
    await ines.getByRole("combobox", { name: /^Wiki/ }).selectOption({ label: "Kestrel Water" });
    await ines.getByLabel("Authors").selectOption("initials");
    await ines.getByRole("button", { name: "Make the link" }).click();
    const address = await ines
      .getByRole("link", { name: /\/open\// })
      .first()
      .getAttribute("href");
    const reader = await (await browser.newContext()).newPage();
    await reader.goto(address!);
    await expect(reader.getByRole("article")).toBeVisible();
    await expect(reader.locator("meta[name=robots]")).toHaveAttribute("content", /noindex/);
    await expect(reader.getByText("Lena Hartvig")).toHaveCount(0);
    await ines.getByRole("button", { name: "End", exact: true }).first().click();
    await expect(ines.getByText("The link has ended: its address leads nowhere now.")).toBeVisible();
    expect((await reader.goto(address!))?.status()).toBe(404);
  });
});
