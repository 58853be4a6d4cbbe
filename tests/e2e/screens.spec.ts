/** Every main screen in both themes: it is there, it makes no noise in the console, and axe finds nothing. */
import AxeBuilder from "@axe-core/playwright";
import { expect, type Page } from "@playwright/test";
import { comeAs, openPage, signInAs, test, toCourse } from "./people";

async function toSurvey(page: Page): Promise<void> {
  await toCourse(page);
  await page.getByRole("link", { name: "Walk one reach", exact: true }).first().click();
  await expect(page.getByRole("heading", { name: "Walk one reach", level: 1 })).toBeVisible();
}

async function toAssess(page: Page): Promise<void> {
  await toSurvey(page);
  await page.getByRole("link", { name: "Marks", exact: true }).first().click();
  await expect(page.getByRole("heading", { name: "Marks", level: 1 })).toBeVisible();
  await page.getByRole("link", { name: "Mill Green", exact: true }).click();
  await expect(
    page.getByRole("region", { name: "Account" }).getByRole("heading", { name: "Observation" }),
  ).toBeVisible();
}

const open = {
  "the course": async (page: Page) => {
    await toCourse(page);
  },
  "the assignment": async (page: Page) => {
    await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Wikis" })).toBeVisible();
  },
  "a new assignment": async (page: Page) => {
    await page.goto("/courses/urbanrivers/assignments/new");
  },
  "my courses": async (page: Page) => {
    await page.goto("/courses");
    await expect(page.getByRole("table")).toBeVisible();
  },
  "a new course": async (page: Page) => {
    await page.goto("/courses/new");
  },
  "the settings of the course": async (page: Page) => {
    await page.goto("/courses/urbanrivers/settings");
  },
  "the people": async (page: Page) => {
    await page.goto("/courses/urbanrivers/people");
    await expect(page.getByRole("row", { name: /Tobin Marsh/ })).toBeVisible();
  },
  "a person being changed": async (page: Page) => {
    await page.goto("/courses/urbanrivers/people");
    await page.getByRole("button", { name: "Change Tobin Marsh" }).click();
    await page.getByLabel(/^Sees only the groups/).check();
    await expect(page.getByRole("group", { name: "Groups" })).toBeVisible();
  },
  "a list being read": async (page: Page) => {
    await page.goto("/courses/urbanrivers/people/list");
    await page
      .getByLabel("List of people")
      .fill("Name,Mail,Group\nOona Reeve,oona@rivers.example,East bank\nNobody,,East bank");
    await page.getByRole("button", { name: "Look at the list" }).click();
    await expect(page.getByRole("button", { name: "1 faulty" })).toBeVisible();
  },
  "groups being made": async (page: Page) => {
    await page.goto("/courses/urbanrivers/groups/new");
    await page.getByRole("button", { name: /^Make \d+ groups$/ }).click();
    await expect(page.getByRole("region", { name: "Group 1", exact: true })).toBeVisible();
  },
  "the sets of groups": async (page: Page) => {
    await page.goto("/courses/urbanrivers/groups");
    await expect(page.getByRole("table")).toBeVisible();
  },
  "the set-up of an assignment": async (page: Page) => {
    await toCourse(page);
    await page.getByRole("link", { name: "Restoration dossier", exact: true }).click();
    await page.getByRole("link", { name: "Change the set-up" }).click();
    await expect(page.getByRole("toolbar").first()).toBeVisible();
  },
  "the mail tray": async (page: Page) => {
    await page.goto("/mail");
  },
  "a page": (page: Page) => openPage(page, "Alder Brook", "Home"),
  "a page with a passage that is spoken of": async (page: Page) => {
    await openPage(page, "Millrace", "Restoration plan");
    await expect(page.locator("mark.passage").first()).toBeVisible();
  },
  "the editor": async (page: Page) => {
    await openPage(page, "Alder Brook", "Water quality");
    await page.getByRole("link", { name: "Write", exact: true }).click();
    await expect(page.getByRole("toolbar")).toBeVisible();
  },
  "a page to start": async (page: Page) => {
    await openPage(page, "Alder Brook");
    await page.getByRole("link", { name: "Start a page" }).click();
    await expect(page.getByRole("toolbar")).toBeVisible();
  },
  "the sheet of keys": async (page: Page) => {
    const sheet = page.getByRole("dialog", { name: "Keys" });
    // Keys are heard once the page's script is there, which nothing on it shows.
    await expect(async () => {
      await page.keyboard.press("?");
      await expect(sheet).toBeVisible({ timeout: 2000 });
    }).toPass();
  },
  "the page ledger": async (page: Page) => {
    await openPage(page, "Thornbeck", "The river today");
    await page.getByRole("link", { name: /entries$/ }).click();
    await expect(page.getByRole("table")).toBeVisible();
  },
  "the ledger of a wiki": async (page: Page) => {
    await openPage(page, "Saltmere");
    await page.getByRole("link", { name: "Ledger", exact: true }).click();
    await expect(page.getByRole("table")).toBeVisible();
    await page
      .getByRole("button", { name: /in one sitting/ })
      .first()
      .click();
  },
  "what bringing back an entry would change": async (page: Page) => {
    await openPage(page, "Thornbeck", "The river today");
    await page.goto(`${page.url()}/ledger/5/restore`);
    await expect(page.locator(".compared")).toBeVisible();
  },
  "the news": async (page: Page) => {
    await page.goto("/courses/urbanrivers/news");
    await page.getByRole("button", { name: /^Make an Atom feed|^Renew/ }).click();
    await expect(page.getByRole("textbox", { name: "Address of your feed" })).toBeVisible();
  },
  "an entry": async (page: Page) => {
    await openPage(page, "Thornbeck", "The river today");
    await page.goto(`${page.url()}/ledger/9`);
  },
  "two states compared": async (page: Page) => {
    await openPage(page, "Thornbeck", "The river today");
    await page.getByRole("link", { name: "What changed" }).click();
    await page.getByRole("link", { name: "From the beginning" }).click();
    await expect(page).toHaveURL(/from=0/);
  },
  "who wrote what": async (page: Page) => {
    await openPage(page, "Thornbeck", "The river today");
    await page.getByRole("link", { name: "Word by word" }).click();
    await expect(page.locator(".written").first()).toBeVisible();
  },
  access: async (page: Page) => {
    await openPage(page, "Saltmere");
    await page.getByRole("link", { name: "Access" }).click();
    await page.getByRole("row", { name: /^Home/ }).getByRole("gridcell").first().click();
    await expect(page.getByText(/^Write, because for the assignment/)).toBeVisible();
  },
  "the contents": async (page: Page) => {
    await openPage(page, "Saltmere");
    await page.getByRole("link", { name: "Arrange" }).click();
    await expect(page.getByRole("list", { name: "Pages" })).toBeVisible();
  },
  "looking as a student": async (page: Page) => {
    await openPage(page, "Saltmere");
    await page.getByRole("link", { name: "Access" }).click();
    await page.getByLabel("See this wiki as").selectOption("Rory McAllan");
    await expect(page.getByText("You see what Rory McAllan sees")).toBeVisible();
  },
  "the review with evidence": async (page: Page) => {
    await toCourse(page);
    await page
      .getByRole("row", { name: /Restoration dossier/ })
      .getByRole("link", { name: "Review" })
      .click();
    await page.getByRole("link", { name: /^Added of Rory McAllan/ }).click();
    await expect(page.getByRole("region", { name: "Added of Rory McAllan" })).toBeVisible();
  },
  thresholds: async (page: Page) => {
    await toCourse(page);
    await page
      .getByRole("row", { name: /Restoration dossier/ })
      .getByRole("link", { name: "Review" })
      .click();
    await page.getByRole("link", { name: "When to ask" }).click();
    await expect(page.getByRole("slider").first()).toBeVisible();
  },
  "the review of a group": async (page: Page) => {
    await toCourse(page);
    await page
      .getByRole("row", { name: /Restoration dossier/ })
      .getByRole("link", { name: "Review" })
      .click();
    await page.getByRole("table").getByRole("link", { name: "Saltmere", exact: true }).click();
    await expect(page.getByRole("slider")).toBeVisible();
  },
  "a statement with an entry opened": async (page: Page) => {
    await toCourse(page);
    await page
      .getByRole("row", { name: /Restoration dossier/ })
      .getByRole("link", { name: "Review" })
      .click();
    await page.getByRole("table").getByRole("link", { name: "Rory McAllan", exact: true }).click();
    await page.getByRole("link", { name: "Wrote", exact: true }).first().click();
    await expect(page.locator(".opened-change")).toBeVisible();
  },
  "criteria being set": async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Criteria", exact: true }).click();
    await page.locator("summary", { hasText: "Observation" }).click();
    await expect(page.getByRole("textbox", { name: "Title of level 1" })).toBeVisible();
  },
  "the marks of the class, with another rule tried": async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Marks", exact: true }).first().click();
    await page.getByText("Try another rule").click();
    await page.getByRole("slider", { name: /^k:/ }).fill("1.2");
    await expect(page.getByText(/proposals change/)).toBeVisible();
    await page.getByRole("button", { name: /^Mark of Omar Benhadi/ }).click();
    await expect(page.getByText(/neither drafts nor sources could be shown/)).toBeVisible();
  },
  "a group being assessed": async (page: Page) => {
    await toAssess(page);
    await page.getByRole("link", { name: /^Standing of Omar Benhadi/ }).click();
    await expect(page.getByRole("region", { name: "Pin what is selected" })).toBeVisible();
  },
  "a student being assessed": async (page: Page) => {
    await toAssess(page);
    await page
      .getByRole("region", { name: "Account" })
      .getByRole("link", { name: /Omar Benhadi/ })
      .click();
    await expect(page.getByRole("heading", { name: "What was done" })).toBeVisible();
    await page.getByRole("button", { name: "Set another mark" }).click();
  },
  "marks to be released": async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Marks", exact: true }).first().click();
    await page.getByRole("link", { name: "Release marks" }).click();
    await expect(page.getByRole("button", { name: /^Release 4 marks/ })).toBeVisible();
  },
  "the log of an assessment": async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Marks", exact: true }).first().click();
    await page.getByRole("link", { name: "Log", exact: true }).click();
    await expect(page.getByRole("cell", { name: /^overridden/ })).toBeVisible();
  },
  assessors: async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Marks", exact: true }).first().click();
    await page.getByRole("link", { name: "Assessors" }).click();
    await expect(page.getByRole("combobox", { name: "Second assessor for Weir Lane" })).toBeVisible();
  },
  "documents of marks": async (page: Page) => {
    await toSurvey(page);
    await page.getByRole("link", { name: "Marks", exact: true }).first().click();
    await page.getByRole("link", { name: "A document for each student" }).click();
    await expect(page.getByRole("link", { name: "Omar Benhadi" })).toBeVisible();
  },
  "several pages to start": async (page: Page) => {
    await openPage(page, "Saltmere");
    await page.getByRole("link", { name: "Arrange" }).click();
    await page.getByRole("link", { name: "Several pages at once" }).click();
    await expect(page.getByLabel("Titles, one on each line")).toBeVisible();
  },
  "what the figures mean, from a figure's name": async (page: Page) => {
    await toCourse(page);
    await page
      .getByRole("row", { name: /Restoration dossier/ })
      .getByRole("link", { name: "Review" })
      .click();
    await page
      .getByRole("columnheader", { name: "Added" })
      .getByRole("link", { name: "Added", exact: true })
      .hover();
    await expect(page.getByRole("tooltip")).toContainText("Words that were new when they were saved");
    await page.getByRole("tooltip").getByRole("link", { name: "How it comes about" }).click();
    await expect(page).toHaveURL(/\/measures#added$/);
    await expect(page.getByRole("region", { name: "Added" })).toContainText(
      "3 added, 1 others’ words removed",
    );
  },
  "nothing found": async (page: Page) => {
    await page.goto("/courses/nowhere");
  },
} satisfies Record<string, (page: Page) => Promise<void>>;

test("in the worked examples no author's mark stands alone at the end of a line", async ({ browser }) => {
  const page = await comeAs(browser, "Mira Okonjo");
  await page.goto("/measures");
  let lines = 0;
  for (const width of [360, 390, 500, 640, 820, 1000, 1280]) {
    await page.setViewportSize({ width, height: 800 });
    const apart = await page.locator(".credited").evaluateAll((all) =>
      all.map((stretch) => {
        const words = document.createRange();
        words.setStart(stretch.lastChild!, 0);
        words.setEnd(stretch.lastChild!, 1);
        return words.getBoundingClientRect().top - stretch.querySelector("svg")!.getBoundingClientRect().top;
      }),
    );
    lines += new Set(
      await page
        .locator(".credited svg")
        .evaluateAll((all) => all.map((mark) => mark.getBoundingClientRect().top)),
    ).size;
    expect(Math.max(...apart.map(Math.abs))).toBeLessThan(12);
  }
  expect(lines).toBeGreaterThan(200);
});

test("the sign-in screen", async ({ page }) => {
  await page.goto("/sign-in");
  await expectCleanInBoth(page);
});

for (const [name, find] of Object.entries(open)) {
  test(name, async ({ browser }) => {
    const page = await signInAs(browser, "Ines Calder", { colorScheme: "light", reducedMotion: "reduce" });
    const noise: string[] = [];
    page.on("console", (message) => {
      if (message.type() === "error" && !message.text().includes("404")) noise.push(message.text());
    });
    page.on("pageerror", (error) => noise.push(error.message));
    await find(page);
    await expect(page.getByRole("heading", { level: 1, includeHidden: true })).toBeVisible();
    await expectCleanInBoth(page);
    expect(noise).toEqual([]);
  });
}

for (const [name, who, path] of [
  ["a student's own mark", "Omar Benhadi", "mark"],
  ["what each of a group did", "Priya Nandakumar", "teammates"],
  ["criteria as students read them", "Omar Benhadi", "criteria"],
] as const) {
  for (const width of [1280, 360]) {
    test(`${name}, ${width} pixels wide`, async ({ browser }) => {
      const page = await signInAs(browser, who, {
        viewport: { width, height: 800 },
        reducedMotion: "reduce",
      });
      await page.getByRole("link", { name: "Walk one reach", exact: true }).first().click();
      await expect(page.getByRole("heading", { name: "Walk one reach", level: 1 })).toBeVisible();
      await page.goto(`${page.url()}/${path}`);
      await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
      await expectCleanInBoth(page);
    });
  }
}

test("on a phone a student reads, writes and comments without the screen running wide", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Saoirse Delaney", {
    viewport: { width: 360, height: 740 },
    isMobile: true,
    hasTouch: true,
  });
  const expectNarrow = async () =>
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await expectNarrow();
  await page
    .getByRole("row", { name: /Restoration dossier/ })
    .getByRole("link", { name: "Hollin Burn" })
    .click();
  await expect(page.getByRole("heading", { name: "Home", level: 1 })).toBeVisible();
  await expectNarrow();
  const contents = page.getByRole("navigation", { name: "Contents" });
  await expect(contents.getByRole("link", { name: "The culvert" })).toBeHidden();
  await contents.getByRole("button", { name: "Contents of Hollin Burn" }).click();
  await expect(contents.getByRole("link", { name: "The culvert" })).toBeVisible();
  await page.getByLabel("Comment on this page").fill("Read on the bus.");
  await page.getByRole("button", { name: "Comment", exact: true }).click();
  await expect(page.locator(".thread")).toContainText("Read on the bus.");
  await page.getByRole("link", { name: /entries$/ }).click();
  const entry = page.getByRole("table", { name: /^Ledger/ }).getByRole("row", { name: /Started the page/ });
  // All of an entry is in sight without moving its table sideways.
  await expect(entry.getByRole("cell")).toHaveCount(7);
  expect(
    Math.max(
      ...(await entry
        .getByRole("cell")
        .evaluateAll((cells) => cells.map((cell) => cell.getBoundingClientRect().right))),
    ),
  ).toBeLessThanOrEqual(360);
  await page.goBack();
  await page.getByRole("link", { name: "Write", exact: true }).click();
  await expect(page.getByRole("toolbar")).toBeVisible();
  await expectNarrow();
  await expect(page.getByRole("button", { name: "Save", exact: true })).toBeInViewport();
  // What is written stays in sight, above the line with the buttons.
  await page.getByRole("textbox", { name: "Text of Home", exact: true }).click();
  await page.keyboard.press("Control+End");
  for (let line = 0; line < 12; line++) {
    await page.keyboard.press("Enter");
    await page.keyboard.type("a line");
  }
  await expect
    .poll(() =>
      page.evaluate(
        () =>
          document.querySelector(".save-line")!.getBoundingClientRect().top -
          getSelection()!.getRangeAt(0).getBoundingClientRect().bottom,
      ),
    )
    .toBeGreaterThan(0);
  // Of a page that is started, the choice of its place and the way to the preview don't lie upon each other.
  await openPage(page, "Hollin Burn");
  await page
    .getByRole("navigation", { name: "Contents" })
    .getByRole("button", { name: "Contents of Hollin Burn" })
    .click();
  await page.getByRole("link", { name: "Start a page" }).click();
  await expectNarrow();
  const [choice, preview] = await Promise.all([
    page.getByLabel("In the contents").boundingBox(),
    page.getByRole("button", { name: "As readers see it" }).boundingBox(),
  ]);
  expect(choice!.x + choice!.width <= preview!.x || choice!.y + choice!.height <= preview!.y).toBe(true);
});

test("reading a page loads little script, shows its text without any, and loads what is opened when it is", async ({
  browser,
}) => {
  const page = await comeAs(browser, "Mira Okonjo");
  await openPage(page, "Alder Brook", "Water quality");
  const scripts = () =>
    page.evaluate(() =>
      performance
        .getEntriesByType("resource")
        .filter(({ name }) => new URL(name).pathname.endsWith(".js"))
        .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0),
    );
  // Loaded by itself: what the screens before loaded is not counted.
  const { href } = new URL(page.url());
  await page.goto(href, { waitUntil: "networkidle" });
  await expect(page.getByLabel("What the comment is about").getByRole("option")).not.toHaveCount(1);
  const read = await scripts();
  expect(read).toBeGreaterThan(50_000);
  // A quarter of a kilobyte of it opens the search.
  expect(read).toBeLessThan(150.5 * 1024);
  await page.getByRole("button", { name: "More", exact: true }).press("Enter");
  await page.getByRole("menuitem", { name: "Rename the page" }).press("Enter");
  await expect(page.getByRole("dialog", { name: "Rename “Water quality”" })).toBeVisible();
  await expect(page.getByRole("textbox", { name: "Title" })).toBeFocused();
  expect(await scripts()).toBeGreaterThan(read);
  const bare = await browser.newContext({
    javaScriptEnabled: false,
    storageState: await page.context().storageState(),
  });
  const plain = await bare.newPage();
  await plain.goto(href);
  await expect(plain.getByRole("article")).toContainText("Phosphate was 0.21 milligrams a litre");
  await expect(plain.getByRole("link", { name: "Write", exact: true })).toBeVisible();
});

/**
 * Clean in the light look, and in the dark one that the screen takes up when the machine's setting changes.
 */
async function expectCleanInBoth(page: Page): Promise<void> {
  for (const colorScheme of ["light", "dark"] as const) {
    await page.emulateMedia({ colorScheme, reducedMotion: "reduce" });
    await expect(page.locator("html")).toHaveAttribute("data-scheme", colorScheme);
    await expectClean(page, colorScheme);
  }
}

/** Nothing but contrasts can differ between the looks, so all else is looked at once. */
async function expectClean(page: Page, look: "light" | "dark"): Promise<void> {
  // What has scrolled below the head line counts as covered; nobody aims at it there. Nor is anything pointed
  // at, whose explanation would come up meanwhile.
  await page.mouse.move(0, 0);
  await page.evaluate(() => window.scrollTo(0, 0));
  // The screens have no frames of others, so axe works in the page alone: the way round over a page of its
  // own, and reading the style sheets again, take as long as the rules.
  const builder = new AxeBuilder({ page })
    .setLegacyMode(true)
    .options({ resultTypes: ["violations"], preload: false });
  const axe =
    look === "light"
      ? builder.withTags(["wcag2a", "wcag2aa", "wcag21aa", "wcag22aa", "best-practice"])
      : builder.withRules(["color-contrast"]);
  const { violations } = await axe.analyze();
  expect(
    violations.map(({ id, nodes }) => `${id}: ${nodes.map((node) => node.html.slice(0, 160)).join(" | ")}`),
  ).toEqual([]);
}

test("opening a page asks the server for the page and its stream, and for nothing ahead", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Mira Okonjo");
  const href = (await page.locator('a[href*="/pages/"]').first().getAttribute("href"))!;
  const asked: string[] = [];
  page.on("request", (request) => {
    if (!/\/_next\/static\/|\/files\/|icon/.test(request.url())) asked.push(new URL(request.url()).pathname);
  });
  const stream = page.waitForRequest(/\/live\?/);
  await page.goto(href);
  await stream;
  // A pointer that rests on a link, and a focus that comes to one, fetch nothing either.
  await page.getByRole("navigation", { name: "Contents" }).getByRole("link").first().hover();
  await page.keyboard.press("Tab");
  await expect(page.getByRole("heading", { level: 1 })).toBeVisible();
  expect([...new Set(asked)].sort()).toEqual([href, `${href}/live`].sort());
});
