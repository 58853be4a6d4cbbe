/** Reviewing: from the class to a group, a student, an entry and back; and what a student sees of oneself. */
import { expect, type Page } from "@playwright/test";
import { amounts } from "./amounts";
import { anew, comeAs, named, press, signInAs, test, textOf } from "./people";

test("an instructor goes from what to ask about to the words behind it, and says what they think", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const asked = ines.getByRole("region", { name: "What to ask about" });
  // It is there as soon as the table is, and never pushes it down later.
  await expect(ines.getByRole("table", { name: "Contributions by group and student" })).toBeVisible();
  expect(await asked.getByRole("listitem").count()).toBeGreaterThan(0);
  await asked
    .getByRole("listitem")
    .filter({ hasText: "One author for most (Sunniva Dahl)" })
    .getByRole("link", { name: "Millrace" })
    .click();
  await expect(ines.getByRole("heading", { name: "Millrace", level: 1 })).toBeVisible();

  await test.step("a figure opens its entries, which add up to it", async () => {
    const figure = ines.getByRole("link", { name: /^Added of Sunniva Dahl: / });
    const told = Number((await figure.textContent())!.replace(/,/g, ""));
    await figure.click();
    const evidence = ines.getByRole("region", { name: "Added of Sunniva Dahl" });
    await expect(evidence.getByRole("row", { name: /^Sum/ })).toBeVisible();
    const found = await amounts(evidence);
    expect(found).toEqual({ sum: told, told });
    await evidence.getByRole("link", { name: "Close the evidence" }).click();
    await expect(evidence).toBeHidden();
  });

  await test.step("the chart is read by keys, has its table, and narrows the time", async () => {
    const chart = ines.getByRole("slider", { name: /^Growth of the text/ });
    await chart.focus();
    await press(ines, "Home", "ArrowRight");
    await expect(chart).toHaveAttribute("aria-valuenow", "1");
    await ines.getByText("The same as a table").click();
    await expect(ines.locator(".chart-table tbody tr")).toHaveCount(
      Number(await chart.getAttribute("aria-valuemax")) + 1,
    );
    await ines.getByRole("link", { name: /^Added of Sunniva Dahl: / }).click();
    const evidence = ines.getByRole("region", { name: "Added of Sunniva Dahl" });
    await expect(evidence).toBeVisible();
    await ines.evaluate(() => window.scrollTo(0, 0));
    const box = (await chart.boundingBox())!;
    await ines.mouse.move(box.x + box.width * 0.2, box.y + 80);
    await ines.mouse.down();
    await ines.mouse.move(box.x + box.width * 0.5, box.y + 90, { steps: 4 });
    await ines.mouse.up();
    await expect(ines).toHaveURL(/from=\d+&until=\d+/);
    await expect(evidence, "what was open is open still, of the new time").toBeVisible();
    await expect(ines.getByRole("navigation", { name: "Period" }).locator("span")).toContainText(
      /^from .* until /,
    );
    await ines.getByRole("link", { name: "All of it, as it is now" }).click();
    await expect(ines).not.toHaveURL(/from=/);
    await evidence.getByRole("link", { name: "Close the evidence" }).click();
    await expect(evidence).toBeHidden();
  });

  await test.step("a finding is dismissed with a reason, and taken up again", async () => {
    await ines.getByRole("button", { name: "Dismiss: One author for most" }).click();
    await ines.getByLabel("Why it needs no more thought").fill("The others joined two weeks late.");
    await ines.getByRole("button", { name: "Dismiss it" }).click();
    await expect(ines.getByText("1 dismissed finding")).toBeVisible();
    await ines.getByText("1 dismissed finding").click();
    await expect(ines.getByText(/The others joined two weeks late/)).toBeVisible();
    await ines.getByRole("button", { name: "Take up again: One author for most" }).click();
    await expect(ines.getByRole("button", { name: "Dismiss: One author for most" })).toBeVisible();
  });

  await test.step("a statement opens its lines in place, and the next student is a key away", async () => {
    await ines.getByRole("columnheader").getByRole("link", { name: "Sunniva Dahl" }).click();
    await expect(ines.getByRole("heading", { name: "Sunniva Dahl", level: 1 })).toBeVisible();
    const line = ines.getByRole("link", { name: "Wrote", exact: true }).first();
    await line.click();
    await expect(ines.locator(".opened-change ins, .opened-change .came").first()).toContainText(
      "The Millrace is not a river",
    );
    await expect(line).toHaveAttribute("aria-expanded", "true");
    await line.click();
    await expect(ines.locator(".opened-change")).toHaveCount(0);
    await ines.getByRole("link", { name: "Comments and answers", exact: true }).click();
    await expect(
      ines
        .getByRole("table", { name: "Statement of Sunniva Dahl" })
        .getByRole("link", { name: "Wrote", exact: true }),
    ).toHaveCount(0);
    await ines.getByRole("button", { name: "I have looked at this" }).click();
    await expect(ines.getByRole("button", { name: /^Looked at/ })).toBeVisible();
    await press(ines, "n");
    await expect(ines.getByRole("heading", { name: "Omar Benhadi", level: 1 })).toBeVisible();
    // Back at once: the key comes as soon as the name is there, before anything else can happen.
    const isBack = ines.evaluate(
      () =>
        new Promise<void>((done) =>
          new MutationObserver((_, observer) => {
            if (document.querySelector("h1")?.textContent !== "Sunniva Dahl") return;
            observer.disconnect();
            document.body.dispatchEvent(new KeyboardEvent("keydown", { key: "n", bubbles: true }));
            done();
          }).observe(document, { subtree: true, childList: true, characterData: true }),
        ),
    );
    await press(ines, "p");
    await isBack;
    await expect(ines.getByRole("heading", { name: "Omar Benhadi", level: 1 })).toBeVisible();
    await press(ines, "p");
    await expect(ines.getByRole("heading", { name: "Sunniva Dahl", level: 1 })).toBeVisible();
    await ines.getByRole("button", { name: /take back$/ }).click();
    await expect(ines.getByRole("button", { name: "I have looked at this" })).toBeVisible();
  });
});

test("who reworked a large arrival is told with the evidence, and what was said and expected stands with the group", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  await ines.getByRole("table").getByRole("link", { name: "Saltmere", exact: true }).click();
  await ines.getByText("The same as a table").click();
  await expect(ines.getByText(/^Closed to the group: .* to /)).toBeVisible();
  await expect(
    ines.getByText(
      /Elin Sorby has neither saved nor said anything, and was never here\. They could not write from/,
    ),
  ).toBeVisible();
  await ines.getByRole("link", { name: /^Edited by others of Rory McAllan: / }).click();
  const evidence = ines.getByRole("region", { name: "Edited by others of Rory McAllan" });
  await expect(
    evidence.getByRole("row").filter({ hasText: "We have no source for the cattle" }),
  ).toContainText("by Hana Veselka");
  const talk = ines.getByRole("region", { name: "What they said" });
  await expect(
    talk.getByRole("listitem").filter({ hasText: "which survey found the eleven wet patches?" }).first(),
  ).toContainText("Wrote it at home in one go and pasted it.");
  const expected = ines.getByRole("table", { name: "Who has met what is expected" });
  await expect(
    expected
      .getByRole("row", { name: /^4 entries/ })
      .getByRole("cell")
      .nth(3),
  ).toContainText("0 of 4");
});

test("every figure's name says what it counts, and leads to where that is explained", async ({ browser }) => {
  const ines = await signInAs(browser, "Ines Calder");
  const asked = new Map<string, string>();
  const gather = async (names: ReturnType<Page["locator"]>) => {
    await expect(names.first()).toBeVisible();
    for (const name of await names.all()) {
      const link = name.locator("a.figure-label");
      await expect(link, await name.innerText()).toHaveCount(1);
      asked.set(
        new URL((await link.getAttribute("href"))!, ines.url()).hash.slice(1),
        await link.innerText(),
      );
    }
  };
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  await gather(
    ines
      .locator(".review-table thead th")
      .filter({ hasNotText: /^(Student|Expected|Last at work|Looked at)/ }),
  );
  await ines.getByRole("table").getByRole("link", { name: "Thornbeck", exact: true }).click();
  await expect(ines.getByRole("heading", { name: "Thornbeck", level: 1 })).toBeVisible();
  await gather(ines.locator(".members-table tbody th").filter({ hasNotText: "Looked at" }));
  await ines.getByRole("link", { name: "Sittings", exact: true }).hover();
  await expect(ines.getByRole("tooltip")).toContainText("less than half an hour from one to the next");
  await ines
    .getByRole("table", { name: "The members compared" })
    .getByRole("link", { name: "Noor Halabi", exact: true })
    .click();
  await gather(ines.locator(".statement-facts dt"));
  await ines.getByRole("link", { name: "Sittings", exact: true }).click();
  await expect(ines.getByRole("heading", { name: "How the figures come about" })).toBeVisible();
  for (const [id, name] of asked) await expect(ines.locator(`#${id}`), `${name} is explained`).toHaveCount(1);
});

test("all figures are taken along as a table", async ({ browser }) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  const href = await ines.getByRole("link", { name: "Figures as CSV" }).getAttribute("href");
  const answer = await ines.request.get(href!);
  expect(answer.headers()["content-type"]).toBe("text/csv; charset=utf-8");
  // The mark at the beginning tells spreadsheets what the bytes mean; reading it as text takes it off.
  expect([...(await answer.body()).subarray(0, 3)]).toEqual([0xef, 0xbb, 0xbf]);
  const lines = (await answer.text())
    .trim()
    .split("\r\n")
    .map((line) => line.split(","));
  expect(lines[0]!.slice(0, 4)).toEqual(["Group", "Student", "Share", "Standing"]);
  expect(new Set(lines.map((line) => line.length)).size).toBe(1);
  const elin = lines.find(([, name]) => name === "Elin Sorby")!;
  expect(["Group", "Student", "Entries", "Added"].map((heading) => elin[lines[0]!.indexOf(heading)])).toEqual(
    ["Saltmere", "Elin Sorby", "0", "0"],
  );
});

test("a student sees the same account of their own work, and nobody else's", async ({ browser }) => {
  const [objection, answer] = [
    anew("Lena typed what I dictated on the bank."),
    anew("I asked Lena: she says so too."),
  ];
  const said = (page: Page) => page.getByRole("listitem").filter({ hasText: objection });
  const deniz = await signInAs(browser, "Deniz Aksoyan");
  await deniz.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  const review = `${deniz.url()}/review`;
  await deniz.getByRole("link", { name: "What I did" }).click();
  await expect(
    deniz.getByRole("table", { name: "Statement of Deniz Aksoyan" }).getByRole("row"),
  ).not.toHaveCount(0);
  await deniz.getByRole("combobox", { name: /^Say/ }).selectOption("Something in this account that is wrong");
  await deniz.getByLabel("In your words, for your instructor").fill(objection);
  await deniz.getByRole("button", { name: "Put it beside the record" }).click();
  await expect(said(deniz)).toContainText("An objection");

  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("link", { name: "Deniz Aksoyan of Kestrel Water objects to something in their statement" })
    .click();
  await said(ines).getByRole("button", { name: "Answer", exact: true }).click();
  await ines.getByLabel("Answer", { exact: true }).fill(answer);
  await ines.getByRole("button", { name: "Send the answer" }).click();
  await expect(said(ines)).toContainText(answer);
  await deniz.reload();
  await expect(said(deniz)).toContainText("Ines Calder");
  expect((await deniz.goto(review))?.status()).toBe(404);
});

test("two who wrote together share the credit once the other confirms it", async ({ browser }) => {
  const [title, costs] = [named("Costs of the weir"), anew("Twelve thousand for the stone.")];
  const [ewan, felix] = [await signInAs(browser, "Ewan Strachie"), await signInAs(browser, "Felix Oduya")];
  await ewan
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Thornbeck" })
    .click();
  await ewan.getByRole("link", { name: "Start a page" }).click();
  await ewan.getByLabel("Title of the page").fill(title);
  await ewan.getByLabel("In the contents").selectOption("below The river today");
  const text = await textOf(ewan, title);
  await text.click();
  await ewan.keyboard.type(costs);
  await ewan.getByRole("button", { name: "Written together" }).click();
  await ewan.getByRole("menuitemcheckbox", { name: "Felix Oduya" }).click();
  await ewan.keyboard.press("Escape");
  await expect(ewan.getByRole("button", { name: "With Felix Oduya" })).toBeVisible();
  await ewan.getByRole("button", { name: "Save the page" }).click();
  await expect(ewan.getByRole("article")).toContainText(costs);
  await expect(ewan.locator(".parts-list li", { hasText: "Ewan Strachie" })).toContainText("5 words");

  await felix.goto("/courses/urbanrivers");
  await felix
    .getByRole("link", { name: `Ewan Strachie says that you wrote entry 1 of ${title} together` })
    .click();
  await felix.getByRole("button", { name: "I wrote it too" }).click();
  await expect(felix.getByText(/^Written together with Felix Oduya/)).toBeVisible();
  await ewan.reload();
  await expect(ewan.locator(".parts-list li", { hasText: "Felix Oduya" })).toContainText("2.5 words");
});

test("what one student alone is told reaches their desk and nobody else's, and the instructor sees that it was read", async ({
  browser,
}) => {
  const told = anew("Say where the thermometer hung.");
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  await ines.getByRole("table").getByRole("link", { name: "Kestrel Water", exact: true }).click();
  await expect(ines.getByRole("heading", { name: "Kestrel Water", level: 1 })).toBeVisible();
  await ines.getByRole("combobox", { name: "Tell" }).selectOption({ label: "Lena Hartvig alone" });
  await ines.getByRole("textbox", { name: "Feedback" }).fill(told);
  await ines.getByRole("button", { name: "Tell Lena Hartvig alone" }).click();
  const piece = ines.locator(".feedback li", { hasText: told });
  await expect(piece).toContainText("Nobody has opened it yet.");

  const [lena, other] = [await signInAs(browser, "Lena Hartvig"), await signInAs(browser, "Mira Okonjo")];
  await expect(other.getByRole("link", { name: /wrote feedback/ })).toHaveCount(0);
  await lena.getByRole("link", { name: "Ines Calder wrote feedback on Restoration dossier" }).click();
  await expect(lena.locator(".feedback")).toContainText(told);
  await expect(lena.locator(".feedback")).toContainText("to you alone");
  // It counts as read, so it must not lie below all that they did.
  await expect(lena.locator(".feedback")).toBeInViewport();
  await ines.reload();
  await expect(piece).toContainText("Read by Lena Hartvig.");
});

test("thresholds show what they would find while they are moved, and hold once they are saved", async ({
  browser,
}) => {
  const ines = await signInAs(browser, "Ines Calder");
  await ines
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Review" })
    .click();
  await ines.getByRole("link", { name: "When to ask" }).click();
  const found = ines.getByRole("listitem").filter({ hasText: "Millrace" });
  await expect(found).toContainText("One author for most (Sunniva Dahl)");
  const share = ines.getByRole("slider", { name: /^One author for most/ });
  await share.focus();
  await press(ines, "End");
  await expect(share).toHaveAttribute("aria-valuetext", "100 %");
  await expect(found.filter({ hasText: "One author for most" })).toHaveCount(0);
  await expect(ines.getByRole("heading", { name: "What this would find" })).toBeVisible();
  await ines.getByRole("button", { name: "As usual" }).click();
  await expect(found).toContainText("One author for most (Sunniva Dahl)");
  // What is kept is one that finds nothing in the demo either way.
  const ownPages = ines.getByRole("slider", { name: /^Only own pages/ });
  await ownPages.focus();
  await press(ines, "End");
  await ines.getByRole("button", { name: "Ask from there on" }).click();
  await expect(ines.getByText("Saved. Findings now follow these thresholds.")).toBeVisible();
  await expect(ines.getByRole("heading", { name: "What this finds" })).toBeVisible();
  await ines.reload();
  await expect(ownPages).toHaveAttribute("aria-valuetext", "30 entries");
  await ines.getByRole("button", { name: "As usual" }).click();
  await ines.getByRole("button", { name: "Ask from there on" }).click();
  await expect(ines.getByText("These are the usual ones.")).toBeVisible();
});

test("a student names an entry that they stand for, and the statement is saved as one document", async ({
  browser,
}) => {
  const noor = await signInAs(browser, "Noor Halabi");
  await noor.getByRole("link", { name: "Restoration dossier", exact: true }).click();
  await noor.getByRole("link", { name: "What I did" }).click();
  await noor
    .getByRole("combobox", { name: /^Say/ })
    .selectOption("An entry that I stand for (three at most)");
  await noor.getByRole("combobox", { name: /^Which/ }).selectOption({ index: 1 });
  await noor
    .getByLabel("In your words, for your instructor")
    .fill("I checked <every> figure & source in it.");
  await noor.getByRole("button", { name: "Put it beside the record" }).click();
  const stood = noor.getByRole("listitem").filter({ hasText: "Stands for" });
  await expect(stood.getByRole("link", { name: /^entry \d+ of/ })).toBeVisible();

  const href = (await noor.getByRole("link", { name: "Save as a document" }).getAttribute("href"))!;
  const answer = await noor.request.get(href);
  expect(answer.headers()["content-disposition"]).toContain("noor-halabi-statement.html");
  const file = await answer.text();
  expect(file).toContain("I checked &lt;every&gt; figure &amp; source in it.");
  const reader = await noor.context().newPage();
  const asked: string[] = [];
  reader.on("request", (request) => asked.push(request.url()));
  await reader.setContent(file);
  await expect(reader.getByRole("heading", { name: "Noor Halabi", level: 1 })).toBeVisible();
  await reader.getByText("what it changed").first().click();
  await expect(
    reader.locator("details[open] ins, details[open] del, details[open] small").first(),
  ).toBeVisible();
  expect(asked).toEqual([]);
  // The account ends with what stands, as the figures say.
  const stands = await reader.locator("dl div", { hasText: "Standing" }).first().locator("dd").textContent();
  await expect(reader.locator("tr.sum td").last()).toHaveText(stands!);

  const ines = await comeAs(browser, "Ines Calder");
  expect((await ines.request.get(href)).status()).toBe(200);
  const other = await comeAs(browser, "Ewan Strachie");
  expect((await other.request.get(href)).status()).toBe(404);
  await stood.getByRole("button", { name: /^Withdraw/ }).click();
  await expect(stood).toHaveCount(0);
});
