/** Pasting: structure stays, looks go, and nothing that was copied to do harm runs or loads anything. */
import { expect, type Locator, type Page } from "@playwright/test";
import sharp from "sharp";
import { comeAs, named, openPage, press, signInAs, startPage, test, textOf } from "./people";

/** Pastes as a browser does, without the machine's own clipboard, which other tests share. */
async function paste(page: Page, html: string, plain: string): Promise<void> {
  await page.locator(".ProseMirror").evaluate(
    (text, [given, without]) => {
      const data = new DataTransfer();
      data.setData("text/html", given!);
      data.setData("text/plain", without!);
      text.dispatchEvent(
        new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }),
      );
    },
    [html, plain],
  );
}

/** What a browser takes along of all the text in a part of what is read, as HTML and as plain text. */
async function copied(part: Locator): Promise<readonly [string, string]> {
  return part.evaluate((text) => {
    getSelection()!.selectAllChildren(text);
    const data = new DataTransfer();
    text.dispatchEvent(new ClipboardEvent("copy", { clipboardData: data, bubbles: true, cancelable: true }));
    return [data.getData("text/html"), data.getData("text/plain")] as const;
  });
}

test("from a word processor: headings, lists and tables come; what was dropped is said; plain text is one step away", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Ewan Strachie");
  const text = await startPage(page, "Thornbeck", "Brought along");
  const html =
    "<h1 style='color:blue'>The beck</h1><p style='font-size:14pt'>It is <b>short</b>.</p><ul><li>trout</li></ul><table><tr><th>Site</th></tr><tr><td>Ford</td></tr></table><img src='file:///c:/x.png'>";
  await paste(page, html, "The beck\nIt is short.\ntrout\nSite\nFord");
  await expect(text.locator("h2")).toHaveText("The beck");
  await expect(text.locator("li")).toHaveText("trout");
  await expect(text.locator("th")).toHaveText("Site");
  const told = page.getByText(/^Pasted with its structure\./);
  await expect(told).toHaveText(
    "Pasted with its structure. Left out: fonts and colours and 1 picture (copy each by itself, or upload it).",
  );
  await page.getByRole("button", { name: "Plain text instead" }).click();
  await expect(text.locator("h2, ul, table")).toHaveCount(0);
  await expect(text.locator("p").filter({ hasText: "The beck" })).toHaveText("The beck");
});

test("what was copied to do harm does none: in the editor, on the page, in the comparison", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Beatriz Lanza");
  const { origin } = new URL(page.url());
  const abroad: string[] = [];
  const ran: string[] = [];
  page.on("request", (request) => {
    if (!request.url().startsWith(origin) && !/^(data|blob):/.test(request.url())) abroad.push(request.url());
  });
  page.on("dialog", (dialog) => {
    ran.push(dialog.message());
    void dialog.dismiss();
  });
  await startPage(page, "Thornbeck", named("Careful now"));
  const attacks = [
    "<p>one<script>alert(1)</script></p>",
    "<p>two<img src=x onerror=alert(2)><img src='https://evil.example/a.png'></p>",
    "<p>three <a href='javascript:alert(3)'>x</a></p>",
    "<svg onload=alert(4)></svg><p>four</p>",
    "<p style='background:url(https://evil.example/b.png)'>five</p>",
    "<iframe src='https://evil.example'></iframe><p>six</p>",
    "<link rel=stylesheet href='https://evil.example/c.css'><p>seven</p>",
    "<div data-latex='\\href{javascript:alert(5)}{x}' onclick='alert(6)'>eight</div>",
    "<style>@import 'https://evil.example/d.css'</style><p>nine</p>",
    "<math href='javascript:alert(7)'><mtext>ten</mtext></math><p>ten</p>",
  ];
  for (const [index, html] of attacks.entries()) {
    await paste(page, html, "plain");
    await expect(page.locator(".ProseMirror")).toContainText(
      ["one", "two", "three", "four", "five", "six", "seven", "eight", "nine", "ten"][index]!,
    );
  }
  await page.getByRole("button", { name: "Put in", exact: true }).click();
  await page.getByRole("menuitem", { name: "Equation" }).click();
  await page
    .getByLabel("LaTeX")
    .fill(
      "\\href{javascript:alert(8)}{x} \\includegraphics{https://evil.example/e.png} \\htmlStyle{background:url(https://evil.example/f.png)}{y}",
    );
  await page.getByRole("button", { name: "Put it in" }).click();
  await page.getByRole("button", { name: "Save the page" }).click();
  await expect(page.getByRole("article")).toContainText("ten");
  await expect(
    page.locator(
      "article [onclick], article [onerror], article script, article iframe, article a[href^='javascript']",
    ),
  ).toHaveCount(0);
  await page.getByRole("link", { name: /1 entry/ }).click();
  await expect(page).toHaveURL(/\/ledger$/);
  await page.goto(`${page.url()}/1`);
  await expect(page.getByText("three")).toBeVisible();
  expect([abroad, ran]).toEqual([[], []]);
});

test("a draft is offered on another machine; a save waits for the connection and is done once", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Marta Kowalik");
  await openPage(page, "Hollin Burn", "Restoration plan");
  const address = page.url();
  const entries = Number((await page.getByRole("link", { name: /entries$/ }).innerText()).split(" ")[0]);
  await page.getByRole("link", { name: "Write", exact: true }).click();
  const text = await textOf(page, "Restoration plan");
  await text.click();
  const kept = page.waitForResponse(
    (response) =>
      response.request().method() === "POST" && response.request().headers()["next-action"] !== undefined,
  );
  await page.keyboard.type("Begin at the ford. ");
  await kept;
  const other = await comeAs(browser, "Marta Kowalik");
  await other.goto(`${address}/write`);
  await expect(other.getByText(/^A draft of yours from/)).toBeVisible();
  await other.getByRole("button", { name: "Go on with it" }).click();
  await expect(await textOf(other, "Restoration plan")).toContainText("Begin at the ford.");

  await page.context().setOffline(true);
  await page.keyboard.press("Control+s");
  await expect(page.getByText(/is saved by itself/)).toBeVisible();
  await text.click();
  await page.keyboard.type("Soon. ");
  await page.context().setOffline(false);
  await expect(page.getByText(`Changed since entry ${entries + 1}`)).toBeVisible();
  await page.keyboard.press("Control+s");
  await expect(page.getByText(`Saved as entry ${entries + 2}`)).toBeVisible();
  await page.getByRole("button", { name: "As readers see it" }).click();
  await expect(page.getByRole("region", { name: "As readers see it" })).toContainText("Begin at the ford.");
});

test("pictures that come within pasted text are uploaded to where they stood; addresses elsewhere are told, and never asked", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Ewan Strachie");
  const text = await startPage(page, "Thornbeck", named("From the notebook"));
  await page.keyboard.type("Before.");
  await page.keyboard.press("Enter");
  const picture = async (colour: string) =>
    `data:image/png;base64,${(
      await sharp({ create: { width: 60, height: 40, channels: 3, background: colour } })
        .png()
        .toBuffer()
    ).toString("base64")}`;
  const html = `<h2>Gauge</h2><p><img alt="The gauge at the ford" src="${await picture("#336699")}"></p><p>Read it twice.</p><p>Then write.</p><img src="${await picture("#993333")}"><img src="https://evil.example/p.png">`;
  await paste(page, html, "Gauge\nRead it twice.\nThen write.");
  // The word on what was left out stays while pictures arrive, and takes all of it back: the pictures too,
  // and nothing else.
  await expect(text.locator("figure img")).toHaveCount(2);
  await page.getByRole("button", { name: "Plain text instead" }).click();
  await expect(text.locator("figure, h2")).toHaveCount(0);
  await expect(text.locator("p")).toHaveText(["Before.", "Gauge", "Read it twice.", "Then write."]);
  await press(page, "Control+a", "Backspace");
  await page.keyboard.type("Before.");
  await press(page, "Enter");
  await paste(page, html, "Gauge\nRead it twice.\nThen write.");
  await expect(text.locator("figure img")).toHaveCount(2);
  await expect(page.getByText(/^Pasted with its structure\./)).toContainText(
    "1 picture (copy each by itself, or upload it)",
  );
  await page.getByRole("button", { name: "Save the page" }).click();
  const article = page.getByRole("article");
  await expect(
    article.locator(".prose > *").filter({ hasText: /./ }).or(article.locator(".prose > figure")),
  ).toHaveCount(6);
  expect(
    await article
      .locator(".prose > *")
      .evaluateAll((blocks) => blocks.map(({ tagName }) => tagName).filter((name) => name !== "DIV")),
  ).toEqual(["P", "H2", "FIGURE", "P", "P", "FIGURE", "P"]);
  await expect(article.getByRole("img", { name: "The gauge at the ford" })).toBeVisible();
});

test("a source, an equation and a promised page come whole: cut and pasted in a text, and copied from a page as it is read", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Hana Veselka");
  const title = named("Readings of the gauge");
  const text = await startPage(page, "Saltmere", title);
  await page.keyboard.type("The gauge at Saltmere Sluice was read for eleven days running. ");
  await press(page, "Control+Alt+n");
  await page.getByLabel("Who, what, when, where").fill("Logbook of the sluice, May");
  await page.getByRole("button", { name: "Put it in" }).click();
  await press(page, "Control+Alt+e");
  await page.getByLabel("LaTeX").fill("Q = A v");
  await page.getByRole("button", { name: "Put it in" }).click();
  await page.keyboard.type(" More in [[The salt marsh at night]].");
  const marks = text.locator(".note-mark, .equation, .page-link");
  await expect(marks).toHaveCount(3);
  await press(page, "Control+a");
  const cut = await text.evaluate((element) => {
    const data = new DataTransfer();
    element.dispatchEvent(
      new ClipboardEvent("cut", { clipboardData: data, bubbles: true, cancelable: true }),
    );
    return [data.getData("text/html"), data.getData("text/plain")] as const;
  });
  await expect(marks).toHaveCount(0);
  await paste(page, ...cut);
  await expect(marks).toHaveCount(3);
  await page.getByRole("button", { name: "Save the page" }).click();
  const article = page.getByRole("article");
  const sources = article.getByRole("region", { name: "Sources" });
  await expect(sources).toContainText("Logbook of the sluice, May");
  const read = await copied(article.locator(".prose"));
  expect(read[0]).not.toContain("visually-hidden");
  const paragraphs = await article.locator(".prose > p").allInnerTexts();

  const copy = await startPage(page, "Saltmere", `${title}, copied`);
  await paste(page, ...read);
  await expect(copy.locator(".note-mark, .equation, .page-link")).toHaveCount(3);
  // The screen's own fonts and colours were not taken along, so nothing was left out.
  await expect(page.locator(".paste-notice")).toHaveText(/^Pasted with its structure\.\s*Plain text instead/);
  await page.getByRole("button", { name: "Save the page" }).click();
  await expect(page.getByRole("heading", { name: `${title}, copied`, level: 1 })).toBeVisible();
  await expect(sources).toContainText("Logbook of the sluice, May");
  // What is drawn around the text did not become text, and nothing of it is new in the wiki.
  expect(await article.locator(".prose > p").allInnerTexts()).toEqual(paragraphs);
  await page.getByRole("link", { name: "1 entry" }).click();
  await page.getByRole("row").nth(1).getByRole("link").first().click();
  await expect(page.locator(".entry-account")).toContainText("carried over");
  await expect(page.locator(".entry-account")).not.toContainText("added");
});

test("a part of what is read is copied with what it can't be without", async ({ browser }) => {
  const page = await comeAs(browser, "Hana Veselka");
  const title = named("Notes for the clerk");
  await startPage(page, "Saltmere", title);
  await paste(
    page,
    "<ul><li>Ask for the logbook</li><li>Ask <b>again</b></li></ul><blockquote><p>It is in the hut.</p><p>Mind the dog.</p></blockquote><pre>gate 1\ngate 2</pre><table><tr><td>May</td><td>0.3</td></tr><tr><td>June</td><td>0.4</td></tr></table>",
    "",
  );
  await page.getByRole("button", { name: "Save the page" }).click();
  const prose = page.getByRole("article").locator(".prose");
  await expect(prose.locator("pre")).toHaveText("gate 1\ngate 2");
  const html = async (part: string) => (await copied(prose.locator(part).first()))[0];
  expect(await html("ul")).toBe(
    "<ul><li><p>Ask for the logbook</p></li><li><p>Ask <strong>again</strong></p></li></ul>",
  );
  expect(await html("li strong")).toBe("<strong>again</strong>");
  expect(await html("blockquote")).toBe(
    "<blockquote><p>It is in the hut.</p><p>Mind the dog.</p></blockquote>",
  );
  expect(await html("pre code")).toBe("<pre><code>gate 1\ngate 2</code></pre>");
  expect(await html("tr")).toBe(
    "<table><tbody><tr><td><p>May</p></td><td><p>0.3</p></td></tr></tbody></table>",
  );
});
