/** The class in one table: its orders, periods, columns and selections, and what stays as it was chosen. */
import { expect } from "@playwright/test";
import { amounts } from "./amounts";
import { press, signInAs, test } from "./people";

test("the class is shown by a figure, or by who has done nothing, and gone through by keys", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const table = ines.getByRole("table", { name: "Contributions by group and student" });
  const names = table.locator(".student-link");
  await expect(names.nth(20)).toBeVisible();
  await ines.getByRole("link", { name: "In the order of share, least first" }).click();
  await expect(table.getByRole("columnheader", { name: /^Share/ })).toHaveAttribute("aria-sort", "ascending");
  await expect(table.locator(".group-line")).toHaveCount(0);
  const shares = (
    await table.getByRole("link", { name: /^Share of .*Show what is behind it/ }).allTextContents()
  ).map((text) => Number(text.replace(/\D/g, "") || "0"));
  expect(shares).toEqual([...shares].sort((one, other) => one - other));
  await ines.getByRole("link", { name: "In the order of share, most first" }).click();
  await expect(table.getByRole("columnheader", { name: /^Share/ })).toHaveAttribute(
    "aria-sort",
    "descending",
  );
  // A figure that is opened, and closed again, leaves the class as it is arranged.
  await table
    .getByRole("link", { name: /^Standing of .*Show what is behind it/ })
    .first()
    .click();
  await expect(ines.getByRole("region", { name: /^Standing of/ })).toBeVisible();
  await expect(table.locator(".group-line")).toHaveCount(0);
  await ines
    .getByRole("region", { name: /^Standing of/ })
    .getByRole("link", { name: "Close" })
    .click();
  await expect(ines.getByRole("region", { name: /^Standing of/ })).toHaveCount(0);
  await expect(table.getByRole("columnheader", { name: /^Share/ })).toHaveAttribute(
    "aria-sort",
    "descending",
  );
  await ines.getByRole("link", { name: "Back to groups" }).click();
  await expect(table.locator(".group-line").nth(5)).toBeVisible();
  await names.first().focus();
  await press(ines, "ArrowDown");
  await expect(names.nth(1)).toBeFocused();
  await press(ines, "g");
  await expect(table.locator(".group-line a").filter({ hasText: "Kestrel Water" })).toBeFocused();
  await ines.getByRole("link", { name: /^Nothing done/ }).click();
  await expect(ines).toHaveURL(/only=nothing/);
  await expect(names.filter({ hasText: "Mira Okonjo" })).toHaveCount(0);
  await expect(
    table.getByRole("link", { name: /^(Entries|Comments) of/ }).filter({ hasNotText: /^0$/ }),
  ).toHaveCount(0);
});

test("the class is shown in a week, with columns of one's choice, and each figure of that week adds up", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const table = ines.getByRole("table", { name: "Contributions by group and student" });
  const added = table.getByRole("link", { name: /^Added of Callum Wray: / });
  const inAll = Number((await added.textContent())!.replace(/,/g, ""));
  await ines.getByRole("link", { name: "Week 2", exact: true }).click();
  await expect(ines.getByRole("link", { name: "Week 2", exact: true })).toHaveAttribute(
    "aria-current",
    "true",
  );
  await expect.poll(async () => Number((await added.textContent())!.replace(/,/g, ""))).toBeLessThan(inAll);
  const told = Number((await added.textContent())!.replace(/,/g, ""));
  expect(told).toBeGreaterThan(0);
  await added.click();
  const evidence = ines.getByRole("region", { name: "Added of Callum Wray" });
  await expect(evidence.getByRole("row", { name: /^Sum/ })).toBeVisible();
  expect(await amounts(evidence)).toEqual({ sum: told, told });
  await evidence.getByRole("link", { name: "Close the evidence" }).click();

  await ines.getByRole("main").getByText("Columns and keys").click();
  await ines.getByRole("checkbox", { name: "Moved" }).check();
  await ines.getByRole("checkbox", { name: "Entries" }).uncheck();
  await ines.getByRole("button", { name: "Show these" }).click();
  await expect(table.getByRole("columnheader", { name: /^Moved/ })).toBeVisible();
  await expect(table.getByRole("columnheader", { name: /^Entries/ })).toHaveCount(0);
  await expect(ines.getByRole("link", { name: "Week 2", exact: true })).toHaveAttribute(
    "aria-current",
    "true",
  );
  await expect(ines.getByRole("link", { name: "Figures as CSV" })).toHaveAttribute(
    "href",
    /figures\?from=\d+&until=\d+$/,
  );
  await ines.getByRole("link", { name: "With findings" }).click();
  await expect(table.getByRole("link", { name: "Sunniva Dahl", exact: true })).toBeVisible();
  await expect(table.getByRole("link", { name: "Mira Okonjo", exact: true })).toHaveCount(0);

  // The next time, with nothing in the address, the columns are as they were chosen; until the usual ones are
  // wanted again.
  await ines.goto(new URL(ines.url()).pathname);
  await expect(table.getByRole("columnheader", { name: /^Moved/ })).toBeVisible();
  await expect(table.getByRole("columnheader", { name: /^Entries/ })).toHaveCount(0);
  await ines.getByRole("main").getByText("Columns and keys").click();
  await ines.getByRole("button", { name: "The usual ones" }).click();
  await expect(table.getByRole("columnheader", { name: /^Entries/ })).toBeVisible();
  await expect(table.getByRole("columnheader", { name: /^Moved/ })).toHaveCount(0);
});

test("students and groups are found by their names, and what the columns are stays in sight below them", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const table = ines.getByRole("table", { name: "Contributions by group and student" });
  const names = table.locator(".student-link"),
    field = ines.getByRole("searchbox", { name: "Find a student or a group" });
  await expect(names.last()).toBeVisible();
  const everybody = await names.count();
  await field.fill("nandak");
  await expect(names).toHaveText(["Priya Nandakumar"]);
  await expect(ines.getByRole("status").filter({ hasText: "1 student found" })).toBeAttached();
  // Of a group that is found by a student the sum of all would mislead.
  await expect(table.getByRole("rowheader", { name: /^All of/ })).toHaveCount(0);
  await table.getByRole("link", { name: /^Added of Priya Nandakumar/ }).click();
  await expect(
    ines.getByRole("region", { name: "Added of Priya Nandakumar" }).getByRole("row", { name: /^Sum/ }),
  ).toBeVisible();
  await expect(names).toHaveText(["Priya Nandakumar"]);
  await field.fill("millrace");
  await expect(table.getByRole("rowheader", { name: /^All of/ })).toHaveText(["All of Millrace"]);
  await expect(names).not.toHaveCount(1);
  await field.fill("nobody");
  await expect(table.getByText("No student and no group has such a name.")).toBeVisible();
  await ines.reload();
  await expect(field).toHaveValue("nobody");
  await field.fill("");
  await expect(names).toHaveCount(everybody);
  await ines.getByRole("link", { name: "Close the evidence" }).click();
  await expect(ines.getByRole("region", { name: "Added of Priya Nandakumar" })).toBeHidden();
  await expect(names).toHaveCount(everybody);

  const top = () =>
    table.getByRole("columnheader", { name: /^Added/ }).evaluate((head) => head.getBoundingClientRect().top);
  await table.evaluate((all) => window.scrollTo(0, all.getBoundingClientRect().top + window.scrollY + 300));
  await expect.poll(top, "the headings stay below the head line").toBe(48);
  // Beside the evidence there is no room for all: the figures and what they are called stay, and the rest
  // comes back.
  const last = table.getByRole("columnheader", { name: /^Last at work/ });
  await expect(last).toBeVisible();
  await table.getByRole("link", { name: /^Added of Sunniva Dahl/ }).click();
  await expect(ines.getByRole("link", { name: "Close the evidence" })).toBeVisible();
  await expect(last).toBeHidden();
  await expect.poll(top, "also beside the evidence").toBe(48);
  const picture = table.locator(".share-bar").first();
  await expect(picture).toBeHidden();
  await ines.setViewportSize({ width: 1440, height: 800 });
  await expect(picture, "a picture has room sooner than when they were last at work").toBeVisible();
  await expect(last).toBeHidden();
  await ines.setViewportSize({ width: 1280, height: 800 });
  await expect(picture).toBeHidden();
  await ines.getByRole("link", { name: "Close the evidence" }).click();
  await expect(last).toBeVisible();
  await ines.getByRole("link", { name: "The last seven days" }).click();
  await expect(ines.getByRole("link", { name: "The last seven days" })).toHaveAttribute(
    "aria-current",
    "true",
  );
  await ines.setViewportSize({ width: 600, height: 800 });
  await table.evaluate((all) => window.scrollTo(0, all.getBoundingClientRect().top + window.scrollY + 300));
  await expect.poll(top, "and go where the table has to be moved sideways").toBeLessThan(0);

  // The period is kept on the way to a student.
  await table.getByRole("link", { name: "Elin Sorby", exact: true }).click();
  await expect(ines.getByText("Elin Sorby saved and said nothing in this time.")).toBeVisible();
  await ines.getByRole("link", { name: "All of it, as it is now" }).click();
  await expect(ines.getByText("Elin Sorby has not saved or said anything yet.")).toBeVisible();
});

test("what is chosen before something that was chosen earlier is there is kept beside it", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const table = ines.getByRole("table", { name: "Contributions by group and student" });
  const names = table.locator(".student-link"),
    field = ines.getByRole("searchbox", { name: "Find a student or a group" });
  await expect(names.nth(20)).toBeVisible();
  // Two choices at once, the second before anything of the first can be drawn.
  await ines.getByRole("main").evaluate((main) => {
    for (const name of ["Not looked at by me", "The last seven days"])
      [...main.querySelectorAll("a")].find((link) => link.textContent!.startsWith(name))!.click();
  });
  for (const name of ["The last seven days", /^Not looked at by me/])
    await expect(ines.getByRole("link", { name })).toHaveAttribute("aria-current", "true");
  // An order, and letters to find, while the server is still busy with what was chosen before.
  let answer!: () => void;
  const held = new Promise<void>((done) => {
    answer = done;
  });
  const isPeriod = (url: URL) => url.searchParams.has("until");
  await ines.route(isPeriod, async (route) => {
    await held;
    await route.continue();
  });
  const asks = ines.waitForRequest(
    (request) => isPeriod(new URL(request.url())) && !request.headers()["next-router-prefetch"],
  );
  await ines.getByRole("link", { name: "Week 2", exact: true }).click();
  await asks;
  await table.getByRole("link", { name: /^In the order of added words/ }).click();
  await field.fill("millrace");
  answer();
  await expect(ines.getByRole("link", { name: "Week 2", exact: true })).toHaveAttribute(
    "aria-current",
    "true",
  );
  await expect(table.getByRole("columnheader", { name: /^Added/ })).toHaveAttribute("aria-sort", "ascending");
  await expect(names.nth(20)).toBeHidden();
  await expect(ines).toHaveURL(/^(?=.*only=not\+looked)(?=.*find=millrace)(?=.*by=added)/);
});

test("links, pictures and sources are columns of their own, and open the entries that brought them", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const table = ines.getByRole("table", { name: "Contributions by group and student" });
  await ines.getByRole("main").getByText("Columns and keys").click();
  for (const name of ["Links", "Pictures", "Sources"])
    await ines.getByRole("checkbox", { name, exact: true }).check();
  await ines.getByRole("button", { name: "Show these" }).click();
  for (const name of ["Links", "Pictures", "Sources"]) {
    const figure = table.getByRole("link", { name: new RegExp(`^${name} of .*: [1-9]`) }).first();
    const [told, who] = [
      Number(await figure.textContent()),
      (await figure.getAttribute("aria-label"))!.match(/ of (.*): /)![1]!,
    ];
    await figure.click();
    const evidence = ines.getByRole("region", { name: `${name} of ${who}` });
    await expect(evidence.getByRole("row", { name: /^Sum/ })).toBeVisible();
    expect(await amounts(evidence)).toEqual({ sum: told, told });
    await evidence.getByRole("link", { name: "Close the evidence" }).click();
    await expect(evidence).toBeHidden();
  }
  await table
    .getByRole("link", { name: /^Sources of .*: [1-9]/ })
    .first()
    .click();
  await ines
    .getByRole("region", { name: /^Sources of/ })
    .getByRole("row")
    .nth(1)
    .getByRole("link")
    .first()
    .click();
  await expect(ines.getByRole("term").filter({ hasText: /^sources$/ })).toBeVisible();
});
