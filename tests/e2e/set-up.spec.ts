/** Setting up: from an empty course to wikis that students write in, and what can be changed on the way. */
import { expect, type Page } from "@playwright/test";
import { comeAs, signInAs, test } from "./people";

const given = [
  "Ada",
  "Bram",
  "Chloe",
  "Dario",
  "Esra",
  "Finn",
  "Gwen",
  "Hugo",
  "Imre",
  "Jori",
  "Kaya",
  "Liam",
];
const family = ["Aster", "Brook", "Carr", "Dunmore", "Elder", "Fenn", "Garrow", "Heath", "Islay", "Jessop"];

/**
 * A list as a registry writes it: family name first, semicolons, a column that only this course cares for.
 */
function registryList(domain: string): string {
  const lines = given.flatMap((first, at) =>
    family.map(
      (last, row) =>
        `${last}, ${first};${first}.${last}@${domain}.example;${(at + row) % 2 ? "Monday" : "Thursday"};${["English", "Irish", "Polish"][(at * row) % 3]}`,
    ),
  );
  return ["Student;E-mail;Section;Language", ...lines].join("\n");
}

async function makeCourse(page: Page, title: string): Promise<void> {
  await page.goto("/courses/new");
  await page.getByLabel("Title").fill(title);
  await page.getByLabel("Term").fill("Winter");
  await page.getByRole("button", { name: "Make the course" }).click();
  await expect(page.getByRole("heading", { name: title, level: 1 })).toBeVisible();
}

test("from an empty course to a published assignment with 24 wikis, from a list of 120", async ({ browser }, {
  repeatEachIndex,
}) => {
  const domain = `evening${repeatEachIndex}`;
  const ines = await signInAs(browser, "Ines Calder");
  await makeCourse(ines, "Urban rivers, evening course");

  await test.step("the list is looked at before anything happens, and read as a whole", async () => {
    await ines.getByRole("link", { name: "Read a list" }).click();
    await ines
      .getByLabel("List of people")
      .fill(
        `${registryList(domain)}\nNo Address;;Monday;Irish\nAda Again;ADA.ASTER@${domain}.example;Monday;Irish`,
      );
    await ines.getByRole("button", { name: "Look at the list" }).click();
    await expect(ines.getByRole("combobox", { name: "Column 1, Student" })).toHaveValue("name");
    await expect(ines.getByRole("combobox", { name: "Column 4, Language" })).toHaveValue("own");
    await expect(ines.getByRole("button", { name: "120 new" })).toBeVisible();
    await expect(ines.getByRole("row", { name: /No Address/ })).toContainText("no mail address");
    await expect(ines.getByRole("row", { name: /Ada Again/ })).toContainText(
      "the address stands in line 2 already",
    );
    await expect(ines.getByRole("button", { name: "Read 120 people" })).toBeDisabled();
    await ines.getByLabel("Leave out the 2 faulty rows").check();
    await ines.getByRole("button", { name: "Read 120 people" }).click();
    await expect(ines.getByText("120 people are new on the course.")).toBeVisible();
  });

  await test.step("reading the same list again would change nothing", async () => {
    await ines.getByRole("button", { name: "See everybody" }).click();
    await ines.getByRole("link", { name: "Read a list" }).click();
    await ines.locator("input[type=file]").setInputFiles({
      name: "registry.csv",
      mimeType: "text/csv",
      buffer: Buffer.from(registryList(domain), "utf16le"),
    });
    await expect(ines.getByRole("button", { name: "120 as they are" })).toBeVisible();
    await expect(ines.getByRole("button", { name: "Nothing to read" })).toBeDisabled();
  });

  await test.step("groups are made by chance, evenly by section, and one person is moved by the mouse", async () => {
    await ines.goto(ines.url().replace("people/list", "groups/new"));
    await ines.getByLabel("Students in each").fill("5");
    await ines.getByLabel("Spread evenly by").selectOption("Section");
    await ines.getByLabel("Seed").fill("4711");
    await ines.getByRole("button", { name: "Make 24 groups" }).click();
    const [first, second] = [
      ines.getByRole("region", { name: "Group 1", exact: true }),
      ines.getByRole("region", { name: "Group 2", exact: true }),
    ];
    await expect(first.getByRole("listitem")).toHaveCount(5);
    await first.locator(".grip").first().hover();
    await ines.mouse.down();
    await second.hover();
    await second.hover();
    // Let go where the group says that it would take the person, as people do.
    await expect(second).toHaveAttribute("data-over", "true");
    await ines.mouse.up();
    await expect(second.getByRole("listitem")).toHaveCount(6);
    await ines.getByRole("button", { name: "Undo" }).click();
    await expect(second.getByRole("listitem")).toHaveCount(5);
    await ines.getByRole("button", { name: "Save the groups" }).click();
    await expect(ines.getByRole("heading", { name: "Groups", level: 1, exact: true })).toBeVisible();
  });

  await test.step("one step makes 24 wikis, with a page for each member", async () => {
    await ines.getByRole("link", { name: "Urban rivers, evening course" }).click();
    await ines.getByRole("link", { name: "Make an assignment" }).click();
    await ines.getByLabel("Title", { exact: true }).first().fill("River diary");
    await ines.locator("summary", { hasText: "Notes" }).click();
    await ines
      .locator("details[open]")
      .getByLabel("Made")
      .selectOption("once for each member, theirs alone to write");
    await ines.getByRole("button", { name: "Make 24 wikis" }).click();
    await expect(ines.getByRole("heading", { name: "River diary", level: 1 })).toBeVisible();
    await expect(ines.getByRole("row", { name: /^Group 24/ })).toBeVisible();
    await expect(
      ines
        .getByRole("row", { name: /^Group 24/ })
        .getByRole("cell")
        .nth(1),
    ).toHaveText("7");
  });

  await test.step("what was found in so many groups is one line above the class, which opens when it is asked to", async () => {
    await ines.getByRole("link", { name: "Review contributions" }).click();
    const asked = ines.getByRole("region", { name: "What to ask about" });
    const line = asked.getByText(/^[\d,]+ findings in 24 groups$/);
    await expect(line).toBeVisible();
    await expect(asked.getByRole("link", { name: "Group 24", exact: true })).toBeHidden();
    await line.click();
    await expect(asked.getByRole("link", { name: "Group 24", exact: true })).toBeVisible();
  });

  await test.step("an invited student chooses a password, lands on the course, and sees only their own wiki", async () => {
    await ines.goto("/mail");
    await ines.getByLabel("Find mail to").fill("ada aster");
    await ines.getByRole("button", { name: "Find", exact: true }).click();
    await ines
      .locator("details", { hasText: `@${domain}.example` })
      .locator("summary")
      .click();
    const link = (await ines.locator("details[open] a").first().textContent())!;
    const guest = await browser.newContext();
    const ada = await guest.newPage();
    await ada.goto(link);
    await ada.getByLabel(/^Password/).fill("too short");
    await ada.getByRole("button", { name: "Set the password and go on" }).click();
    await expect(ada).toHaveURL(link);
    await ada.getByLabel(/^Password/).fill("down by the old weir");
    await ada.getByRole("button", { name: "Set the password and go on" }).click();
    await expect(ada.getByRole("heading", { name: "Urban rivers, evening course", level: 1 })).toBeVisible();
    await ada
      .getByRole("row", { name: /River diary/ })
      .getByRole("link", { name: /^Group/ })
      .click();
    await expect(
      ada.getByRole("navigation", { name: "Contents" }).getByRole("link", { name: "Notes: Ada Aster" }),
    ).toBeVisible();
    const another = await browser.newContext();
    const late = await another.newPage();
    await late.goto(link);
    await expect(late.getByRole("heading", { name: "This invitation no longer works" })).toBeVisible();
    await guest.close();
    await another.close();
  });
});

test("somebody asks for a place, is admitted, and gets an invitation", async ({ browser }) => {
  const ines = await signInAs(browser, "Ines Calder");
  await makeCourse(ines, "Open water");
  await ines.goto(`${ines.url()}/people`);
  await ines.getByRole("button", { name: "Open the form" }).click();
  const address = (await ines.locator("code.address").textContent())!;
  const stranger = await (await browser.newContext()).newPage();
  await stranger.goto(address);
  await stranger.getByLabel("Your name").fill("X");
  await stranger.getByLabel("Mail address").fill("x@open-water.example");
  await stranger.getByRole("button", { name: "Ask for a place" }).click();
  await expect(stranger.getByText("Your request is with the instructor.")).toBeVisible();
  await ines.reload();
  await expect(ines.getByRole("heading", { name: "1 person asks for a place" })).toBeVisible();
  await ines.getByRole("button", { name: "Admit X" }).click();
  await expect(ines.getByRole("row", { name: /x@open-water.example/ })).toContainText("invited");
  await ines.goto("/mail");
  await expect(ines.locator("summary", { hasText: "Invitation to the course Open water" })).toBeVisible();
  await ines.goBack();
  await ines.getByRole("button", { name: "Close the form" }).click();
  await expect(ines.getByText("The form is closed.")).toBeVisible();
  expect((await stranger.goto(address))!.status()).toBe(404);
});

test("students sign up to groups: of two who want the last place one gets it", async ({ browser }) => {
  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto("/courses/urbanrivers/groups/new");
  await ines.getByRole("button", { name: "Add a group" }).click();
  await ines.getByRole("textbox", { name: "Name of group 1" }).fill("Night walk");
  await ines.getByRole("checkbox", { name: /Students sign up themselves/ }).check();
  await ines.getByLabel("Places in each group").fill("1");
  await ines.getByLabel("Name of the set").fill("Walks");
  await ines.getByRole("button", { name: "Save the groups" }).click();
  await expect(ines.getByRole("heading", { name: "Walks", level: 1 })).toBeVisible();
  const [idris, pavel] = await Promise.all(
    ["Idris Vaughn", "Pavel Drury"].map((name) => signInAs(browser, name)),
  );
  for (const page of [idris!, pavel!]) {
    await page.getByRole("link", { name: /Choose a group: Walks/ }).click();
    await expect(page.getByRole("button", { name: "Join Night walk" })).toBeEnabled();
  }
  await idris!.getByRole("button", { name: "Join Night walk" }).click();
  await expect(idris!.getByRole("button", { name: "Leave Night walk" })).toBeVisible();
  await pavel!.getByRole("button", { name: "Join Night walk" }).click();
  await expect(pavel!.getByText("The group is full by now. Choose another.")).toBeVisible();
});
