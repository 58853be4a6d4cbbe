/** The first path through the whole product, as its people walk it. */
import { expect } from "@playwright/test";
import { press, settled, signInAs, test, textOf } from "./people";

test("from an assignment to the evidence behind a figure", async ({ browser }) => {
  const ines = await signInAs(browser, "Ines Calder");
  const assignment = "Field visit report";

  await test.step("the instructor makes an assignment with its wikis and starter pages", async () => {
    await ines.goto("/courses/urbanrivers/groups/new");
    for (const [index, name] of ["North bank", "South bank"].entries()) {
      await ines.getByRole("button", { name: "Add a group" }).click();
      await ines.getByRole("textbox", { name: `Name of group ${index + 1}` }).fill(name);
    }
    for (const [person, group] of [
      ["Aoife Brannock", "North bank"],
      ["Callum Wray", "North bank"],
      ["Mira Okonjo", "South bank"],
      ["Elin Sorby", "North bank"],
    ] as const) {
      const list = ines.getByRole("combobox", { name: `Group of ${person}` });
      await list.focus();
      await list.selectOption(group);
    }
    await ines.getByLabel("Name of the set").fill("Banks");
    await ines.getByRole("button", { name: "Save the groups" }).click();
    await expect(ines.getByRole("heading", { name: "Banks", level: 1 })).toBeVisible();
    await ines.goto("/courses/urbanrivers/assignments/new");
    await ines.getByLabel("Title", { exact: true }).first().fill(assignment);
    await (await textOf(ines, "", "Brief")).fill("Report on one morning at the water.");
    await ines.getByLabel("Set of groups").selectOption({ label: "Banks: 2 groups, 4 students" });
    await ines.locator("summary", { hasText: "home page" }).click();
    await (await textOf(ines, "the starter page Home")).fill("What did we set out to see?");
    await ines.getByRole("button", { name: "Make 2 wikis" }).click();
    await expect(ines.getByRole("heading", { name: assignment, level: 1 })).toBeVisible();
    await expect(ines.getByRole("row", { name: /North bank/ })).toContainText(
      "Aoife Brannock, Callum Wray and Elin Sorby",
    );
    await expect(
      ines
        .getByRole("row", { name: /South bank/ })
        .getByRole("cell")
        .nth(1),
    ).toHaveText("3");
  });

  const aoife = await signInAs(browser, "Aoife Brannock");
  await test.step("a student writes on the home page and promises a page", async () => {
    await aoife
      .getByRole("row", { name: new RegExp(assignment) })
      .getByRole("link", { name: "North bank" })
      .click();
    await expect(aoife.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
    await aoife.getByRole("link", { name: "Write", exact: true }).click();
    const text = await textOf(aoife, "Home");
    await text.click();
    await press(aoife, "Control+End");
    await press(aoife, "Enter");
    await aoife.getByRole("combobox", { name: "Style of the paragraph" }).selectOption("Heading");
    await text.pressSequentially("At the weir");
    await press(aoife, "Enter");
    await text.pressSequentially("The water was ");
    await aoife.getByRole("button", { name: /^Bold/ }).click();
    await text.pressSequentially("very low");
    await aoife.getByRole("button", { name: /^Bold/ }).click();
    await text.pressSequentially(
      " and we could walk across on the dry sedimant. More under [[Water quality]].",
    );
    await press(aoife, "Enter");
    await aoife.getByRole("button", { name: /^List with bullets/ }).click();
    await text.pressSequentially("one heron");
    await press(aoife, "Enter");
    await text.pressSequentially("two dippers on the far bank");
    await expect(text.locator("a.page-link")).toHaveText("Water quality");
    await expect(text).not.toContainText("[[");
    await aoife.getByLabel("Note, if you like").fill("First impressions");
    await aoife.getByRole("button", { name: "Save", exact: true }).click();
    await expect(aoife.getByRole("heading", { name: "At the weir", level: 2 })).toBeVisible();
    await expect(aoife.locator(".sheet strong")).toHaveText("very low");
    await expect(aoife.locator(".sheet li")).toHaveText(["one heron", "two dippers on the far bank"]);
    await expect(aoife.locator(".sheet")).toContainText("First impressions");
  });

  await test.step("the promised page says so in words, and following it starts it", async () => {
    const promise = aoife.getByRole("article").getByRole("link", { name: "Water quality not written yet" });
    await promise.click();
    await expect(aoife.getByRole("textbox", { name: "Title of the page" })).toHaveValue("Water quality");
    await (await textOf(aoife, "Water quality")).fill("Clear to the bed, and eleven degrees at noon.");
    await aoife.getByRole("button", { name: "Save the page" }).click();
    await expect(aoife.getByRole("heading", { name: "Water quality", level: 1 })).toBeVisible();
    await aoife.getByRole("navigation", { name: "Contents" }).getByRole("link", { name: "Home" }).click();
    await expect(
      aoife.getByRole("article").getByRole("link", { name: "Water quality", exact: true }),
    ).toBeVisible();
  });

  const callum = await signInAs(browser, "Callum Wray");
  await test.step("a teammate adds, corrects, moves and comments; the first student answers", async () => {
    await callum
      .getByRole("row", { name: new RegExp(assignment) })
      .getByRole("link", { name: "North bank" })
      .click();
    await callum.getByRole("link", { name: "Write", exact: true }).click();
    const text = await textOf(callum, "Home");
    await text.getByText("sedimant").evaluate((node) => {
      const found = document.createTreeWalker(node, NodeFilter.SHOW_TEXT);
      for (let at = found.nextNode(); at; at = found.nextNode()) {
        const start = at.textContent!.indexOf("sedimant");
        if (start >= 0) document.getSelection()!.setBaseAndExtent(at, start, at, start + "sedimant".length);
      }
    });
    await callum.keyboard.type("sediment");
    await expect(text).toContainText("dry sediment. More");
    await text.locator("li").last().click();
    await settled(callum);
    await press(callum, "End", "Enter");
    await expect(text.locator("li")).toHaveCount(3);
    await press(callum, "Enter");
    await expect(text.locator("li")).toHaveCount(2);
    await text.pressSequentially("On the way back an angler told us of eels below the bridge.");
    await callum.getByRole("button", { name: "Save", exact: true }).click();
    await expect(callum.getByRole("article")).toContainText("an angler told us of eels");
    await expect(callum.getByRole("article")).toContainText("dry sediment.");

    await callum.getByRole("link", { name: "Write", exact: true }).click();
    const again = await textOf(callum, "Home");
    const last = again.locator("p").last();
    await last.click({ clickCount: 3 });
    await settled(callum);
    await press(callum, "Control+X");
    await expect(again).not.toContainText("an angler");
    await again.locator("p").first().click();
    await settled(callum);
    await press(callum, "Home", "Enter");
    await expect(again.locator("p").first()).toHaveText("");
    await press(callum, "ArrowUp", "Control+V");
    await expect(again.locator("p").first()).toContainText("an angler told us of eels");
    await callum.getByRole("button", { name: "Save", exact: true }).click();
    await expect(callum.getByRole("article").locator(".prose p").first()).toContainText(
      "an angler told us of eels",
    );

    await callum.getByLabel("Comment on this page").fill("Did anybody write down the time?");
    await callum.getByRole("button", { name: "Comment", exact: true }).click();
    await expect(callum.locator(".thread")).toContainText("Did anybody write down the time?");
    await aoife.reload();
    await aoife.getByRole("button", { name: "Answer Callum Wray" }).click();
    await aoife.getByLabel("Answer Callum Wray").fill("Ten past eleven, by the church.");
    await aoife.getByRole("button", { name: "Answer", exact: true }).click();
    await expect(aoife.locator(".replies")).toContainText("Ten past eleven, by the church.");
  });

  await test.step("the instructor makes the home page read-only; a save that is under way is refused and kept", async () => {
    await callum.getByRole("link", { name: "Write", exact: true }).click();
    const text = await textOf(callum, "Home");
    await text.click();
    await press(callum, "Control+End");
    await text.pressSequentially(" Too late.");

    await ines.getByRole("link", { name: "North bank", exact: true }).click();
    // The screen that is left has a way to access too.
    await expect(ines.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
    await ines.getByRole("link", { name: "Access" }).click();
    await ines.getByRole("row", { name: /^Home/ }).getByRole("gridcell").first().click();
    await ines.getByRole("radio", { name: /^Read/ }).check();
    await expect(ines.getByText("Write becomes Read on 1 page, for 3 people")).toBeVisible();
    await ines.getByRole("button", { name: "Set for 1 cell" }).click();
    await expect(ines.getByRole("row", { name: /^Home/ }).getByRole("gridcell").nth(2)).toHaveText("Read");

    await callum.getByRole("button", { name: "Save", exact: true }).click();
    await expect(callum.getByRole("alert").filter({ hasText: "Nothing was saved." })).toContainText(
      "set for this page by Ines Calder",
    );
    await expect(text).toContainText("Too late.");
    await aoife.reload();
    await expect(
      aoife.getByText(/You can read this page, not change it: set for this page by Ines Calder/),
    ).toBeVisible();
    await expect(aoife.getByRole("link", { name: "Write", exact: true })).toHaveCount(0);
    await expect(aoife.getByRole("article")).not.toContainText("Too late.");
    await expect(aoife.getByRole("link", { name: "4 entries" })).toBeVisible();
  });

  await test.step("the ledger, the comparison, and a restore", async () => {
    await ines.getByRole("link", { name: "Open the wiki" }).click();
    await ines.getByRole("link", { name: "4 entries" }).click();
    const ledger = ines.getByRole("table", { name: "Ledger of “Home”" });
    const row = (number: number) =>
      ledger
        .getByRole("row")
        .filter({ has: ines.getByRole("cell", { name: String(number), exact: true }).first() })
        .first();
    await expect(ledger).toBeVisible();
    for (const sitting of await ledger.getByRole("button", { name: /in one sitting/ }).all())
      await sitting.click();
    await expect(row(4)).toContainText("Moved text");
    await expect(row(3)).toContainText("Callum Wray");
    await expect(row(2)).toContainText("Wrote: First impressions");
    await expect(row(1)).toContainText("Starter text");

    await row(3).getByRole("link").click();
    await expect(ines.getByRole("heading", { name: "Entry 3 of “Home”" })).toBeVisible();
    await expect(ines.locator("del", { hasText: "sedimant" })).toBeVisible();
    await expect(ines.locator("ins", { hasText: "sediment" })).toBeVisible();
    await expect(ines.locator("ins", { hasText: "an angler told us of eels" })).toBeVisible();
    await expect(ines.locator(".entry-account")).toContainText("corrected1");

    await ines.getByRole("link", { name: "Restore this entry" }).click();
    await ines.getByRole("button", { name: "Restore entry 3" }).click();
    await expect(ines.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
    await expect(ines.getByRole("link", { name: "5 entries" })).toBeVisible();
    await expect(ines.getByRole("article").locator(".prose p").last()).toContainText(
      "an angler told us of eels",
    );
  });

  await test.step("the review has all members; a figure opens onto its entries", async () => {
    await ines.goto("/courses/urbanrivers");
    await ines
      .getByRole("row", { name: new RegExp(assignment) })
      .getByRole("link", { name: "Review" })
      .click();
    const row = (name: string) =>
      ines.getByRole("row").filter({ has: ines.getByRole("rowheader", { name, exact: true }) });
    // Share, standing, added, lasting, entries, active days, on others’ pages, comments. Aoife wrote 29 words
    // here and 9 on the page she started; a letter of one was corrected by Callum, who wrote 13 of his own.
    await expect(row("Aoife Brannock").getByRole("link")).toHaveText([
      "Aoife Brannock",
      "75 %",
      "38",
      "38",
      "100 %",
      "2",
      "1",
      "0",
      "1",
    ]);
    await expect(row("Callum Wray").getByRole("link")).toHaveText([
      "Callum Wray",
      "25 %",
      "13",
      "13",
      "100 %",
      "2",
      "1",
      "2",
      "1",
    ]);
    await expect(row("Elin Sorby").getByRole("link")).toHaveText([
      "Elin Sorby",
      "0 %",
      "0",
      "0",
      "–",
      "0",
      "0",
      "0",
      "0",
    ]);
    await expect(row("Elin Sorby")).toContainText("nothing yet");

    await ines.getByRole("link", { name: /^Standing of Callum Wray: 13\./ }).click();
    const evidence = ines.getByRole("region", { name: "Standing of Callum Wray" });
    await expect(evidence.getByRole("row", { name: /Wrote on “Home”/ })).toHaveCount(1);
    await expect(evidence.getByRole("row", { name: /^Sum/ })).toContainText("13");
    await evidence
      .getByRole("row", { name: /Wrote on “Home”/ })
      .getByRole("link")
      .click();
    await expect(ines.getByRole("heading", { name: "Entry 3 of “Home”" })).toBeVisible();
  });
});
