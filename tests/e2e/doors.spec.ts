/** Who gets in, and who does not: accounts, guessed addresses, requests past the interface. */
import { expect, type Page } from "@playwright/test";
import { demoPassword, everybody, instructor } from "@/demo/people";
import { comeAs, openPage, signInAs, test, textOf } from "./people";

const plain = `http://127.0.0.1:${process.env.TIDY_PLAIN_PORT}`;

test("an address and its password let one in; signing out everywhere ends the other session too", async ({
  browser,
}) => {
  const pages = [];
  for (let each = 0; each < 2; each++) {
    const page = await (await browser.newContext()).newPage();
    await page.goto(`${plain}/sign-in`);
    // Somebody whom no other test signs in as: this ends every session of theirs.
    await page.getByLabel("E-mail address").fill("noor.halabi@urban-rivers.example");
    await page.getByLabel("Password").fill(demoPassword);
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
    pages.push(page);
  }
  const cookies = await pages[0]!.context().cookies();
  expect(cookies.find((cookie) => cookie.name.includes("session_token"))).toMatchObject({
    httpOnly: true,
    sameSite: "Lax",
  });
  await pages[0]!.getByRole("button", { name: "Noor Halabi" }).click();
  await pages[0]!.getByRole("menuitem", { name: "Sign out on every machine" }).click();
  await expect(pages[0]!.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
  await pages[1]!.goto(`${plain}/courses/urbanrivers`);
  await expect(pages[1]!.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
});

/** Signs in by the form. */
async function fillIn(page: Page, address: string, password: string): Promise<void> {
  await page.getByLabel("E-mail address").fill(address);
  await page.getByLabel("Password").fill(password);
  await page.getByRole("button", { name: "Sign in", exact: true }).click();
}

test("a wrong password is refused in words, trying on is slowed down, and its owner still comes in from a browser that knows them", async ({
  browser,
}) => {
  const address = "grace.tolliver@urban-rivers.example";
  const own = await (await browser.newContext()).newPage();
  await own.goto(`${plain}/sign-in`);
  await fillIn(own, address, demoPassword);
  await expect(own.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();

  const page = await (
    await browser.newContext({ extraHTTPHeaders: { "x-forwarded-for": "203.0.113.9" } })
  ).newPage();
  await page.goto(`${plain}/sign-in`);
  await fillIn(page, address, "not the password");
  await expect(page.getByText("No account has this address and password together.")).toBeVisible();
  const guess = (each: number) =>
    page.request.post(`${plain}/api/auth/sign-in/email`, {
      data: { email: address, password: "not the password" },
      headers: { origin: plain, "x-forwarded-for": `203.0.113.${each}` },
    });
  const tries = await Promise.all(Array.from({ length: 20 }, (_, each) => guess(each)));
  expect(new Set(tries.map((answer) => answer.status()))).toEqual(new Set([401, 429]));
  // However slow the machine is: each try that is let through makes the next wait twice as long.
  await expect(async () => {
    await page.getByRole("button", { name: "Sign in", exact: true }).click();
    await expect(page.getByText("Too many wrong passwords. Wait")).toBeVisible({ timeout: 10_000 });
  }).toPass();
  // The right password does not help where nobody has signed in before; where they have, it does.
  await fillIn(page, address, demoPassword);
  await expect(page.getByText("Too many wrong passwords. Wait")).toBeVisible();
  await own.context().clearCookies({ name: /session_token/ });
  await own.goto(`${plain}/sign-in`);
  await fillIn(own, address, demoPassword);
  await expect(own.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
});

test("a class comes in from one address within a minute", async ({ request }) => {
  // Three others are tried at, or change their passwords, in tests beside this one.
  const students = everybody
    .filter(
      ({ name, role }) =>
        role === "student" && !["Grace Tolliver", "Idris Vaughn", "Noor Halabi"].includes(name),
    )
    .slice(0, 20);
  const answers = await Promise.all(
    students.map(({ email }) =>
      request.post(`${plain}/api/auth/sign-in/email`, {
        data: { email, password: demoPassword },
        headers: { origin: plain },
      }),
    ),
  );
  expect(answers.map((answer) => answer.status())).toEqual(students.map(() => 200));
});

test("whoever forgot their password chooses another by a link; it works once, and other sessions end", async ({
  browser,
}) => {
  const address = "idris.vaughn@urban-rivers.example";
  const page = await (await browser.newContext()).newPage();
  await page.goto(`${plain}/sign-in`);
  await page.getByRole("link", { name: "Password forgotten?" }).click();
  await expect(page.getByRole("heading", { name: "A new password" })).toBeVisible();
  await page.getByLabel("E-mail address").fill(address);
  await page.getByRole("button", { name: "Send a link" }).click();
  await expect(page.getByText("If an account has this address, a link is on its way there.")).toBeVisible();
  // No mail server is set up: the instructor finds it in the tray, and passes it on.
  const ines = await signInAs(browser, "Ines Calder");
  await expect
    .poll(async () => {
      await ines.goto("/mail?find=idris");
      return ines.getByText("Choose a new password", { exact: true }).count();
    })
    .toBe(1);
  await ines.getByText("Choose a new password", { exact: true }).click();
  const link = new URL((await ines.getByRole("link", { name: /\/password\// }).getAttribute("href"))!);
  await page.goto(plain + link.pathname);
  await page.locator('input[autocomplete="new-password"]').fill("idrisvaughn");
  await page.getByRole("button", { name: "Set the password and go on" }).click();
  await expect(page.getByText("This password is little more than your name or address.")).toBeVisible();
  await page.locator('input[autocomplete="new-password"]').fill("heron over the weir");
  await page.getByRole("button", { name: "Set the password and go on" }).click();
  await expect(
    page
      .getByRole("heading", { name: "Courses", level: 1 })
      .or(page.getByRole("heading", { name: "Urban rivers", level: 1 })),
  ).toBeVisible();
  await page.goto(plain + link.pathname);
  await expect(page.getByRole("heading", { name: "This link no longer works" })).toBeVisible();

  // Signed in here too, they end the other session from this one, and change the password.
  const here = await (await browser.newContext()).newPage();
  await here.goto(`${plain}/sign-in`);
  await fillIn(here, address, "heron over the weir");
  await expect(here.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
  await here.goto(`${plain}/account`);
  await here.getByRole("button", { name: "Sign out there" }).click();
  await expect(here.getByText("You are signed out there.")).toBeVisible();
  await page.goto(`${plain}/courses`);
  await expect(page.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
  await here.getByLabel("Present password").fill("heron over the weir");
  await here.getByLabel("New password").fill("otter under the weir");
  await here.getByRole("button", { name: "Change the password" }).click();
  await expect(here.getByText("Your password is changed.")).toBeVisible();
  await page.goto(`${plain}/sign-in`);
  await fillIn(page, address, "otter under the weir");
  await expect(page.getByRole("heading", { name: "Urban rivers", level: 1 })).toBeVisible();
});

test("a script that a page did not bring does not run, and what the page brought does", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Ines Calder");
  const answer = await page.goto("/courses/urbanrivers");
  const policy = (await answer!.allHeaders())["content-security-policy"]!;
  expect(policy).toMatch(/script-src 'self' 'nonce-[\w+/=]{16,}'/);
  expect(policy.split(";").find((each) => each.includes("script-src"))).not.toContain("unsafe");
  await page.evaluate(() => {
    const script = document.createElement("script");
    script.textContent = "window.ran = true";
    document.body.append(script);
  });
  expect(await page.evaluate(() => "ran" in window)).toBe(false);
  await page.getByRole("button", { name: "Ines Calder" }).click();
  await expect(page.getByRole("menuitem", { name: "Password, address, sessions" })).toBeVisible();
});

test("signing out leaves no draft behind on the machine", async ({ browser }) => {
  const page = await signInAs(browser, "Sunniva Dahl");
  await page.evaluate(() => localStorage.setItem("tidy-ledger draft somewhere", "words"));
  await page.getByRole("button", { name: "Sunniva Dahl" }).click();
  await page.getByRole("menuitem", { name: "Sign out", exact: true }).click();
  await expect(page.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
  expect(await page.evaluate(() => Object.keys(localStorage).filter((key) => key.includes("draft")))).toEqual(
    [],
  );
});

test("without the demo flag nobody gets in by a name", async ({ page, request }) => {
  const tried = { data: { person: instructor.id } };
  expect(
    (
      await request.post("/api/auth/sign-in/demo", {
        ...tried,
        headers: { origin: new URL("/", test.info().project.use.baseURL).origin },
      })
    ).status(),
  ).toBe(200);
  expect(
    (await request.post(`${plain}/api/auth/sign-in/demo`, { ...tried, headers: { origin: plain } })).status(),
  ).toBe(404);
  await page.goto("/sign-in");
  await page.getByRole("button", { name: instructor.name, exact: true }).click();
  // Whoever is on several courses chooses one first.
  await expect(page.getByRole("heading", { name: /^(Urban rivers|Your courses)$/, level: 1 })).toBeVisible();
  // Browsers keep cookies by host, whatever the port.
  await page.context().clearCookies();
  await page.goto(`${plain}/sign-in`);
  await expect(page.getByRole("button", { name: "Sign in", exact: true })).toBeVisible();
  await expect(page.getByText(instructor.name)).toHaveCount(0);
});

test("nobody makes an account, changes a name or ends a session past the application", async ({
  browser,
}) => {
  const page = await signInAs(browser, "Hana Veselka");
  const { origin } = new URL(page.url());
  for (const path of [
    "sign-up/email",
    "update-user",
    "change-email",
    "delete-user",
    "revoke-sessions",
    "request-password-reset",
  ]) {
    const answer = await page.request.post(`/api/auth/${path}`, {
      data: { name: "Somebody else", email: "new@rivers.example", password: "long enough for it" },
      headers: { origin },
    });
    expect(answer.status(), path).toBe(404);
  }
  await page.reload();
  await expect(page.getByRole("button", { name: "Hana Veselka" })).toBeVisible();
});

test("a guessed address leads nowhere: signed out to the door, signed in to nothing", async ({ browser }) => {
  const mira = await comeAs(browser, "Mira Okonjo");
  await openPage(mira, "Alder Brook");
  const address = mira.url();
  const contents = await mira.getByRole("link", { name: "Arrange" }).getAttribute("href");
  const outsider = await (await browser.newContext()).newPage();
  await outsider.goto(address);
  await expect(outsider).toHaveURL(/\/sign-in$/);
  const tomas = await signInAs(browser, "Tomas Quill");
  for (const path of ["", "/write", "/ledger", "/ledger/1"]) {
    const answer = await tomas.goto(address + path);
    expect(answer?.status(), path).toBe(404);
    await expect(tomas.getByRole("heading", { name: "Page not found" })).toBeVisible();
  }
  const ines = await signInAs(browser, "Ines Calder");
  await ines.getByRole("link", { name: "Review" }).first().click();
  await expect(ines.getByRole("heading", { name: /^Who did what in/ })).toBeVisible();
  const access = ines.url().replace("/review", "/access");
  expect((await ines.goto(access))?.status()).toBe(200);
  expect((await mira.goto(access))?.status()).toBe(404);
  for (const path of [
    ines.url(),
    ines.url().replace("/access", "/review"),
    contents!,
    "/courses/urbanrivers/assignments/new",
    "/courses/other",
    "/courses/urbanrivers/pages/%00",
    `${address}/ledger/999999999999`,
  ]) {
    expect((await tomas.goto(path))?.status(), path).toBe(404);
  }
});

test("a save that is sent again after the page was closed is refused by the server", async ({ browser }) => {
  const omar = await comeAs(browser, "Omar Benhadi");
  await openPage(omar, "Millrace", "History of the race");
  const address = omar.url();
  await omar.getByRole("link", { name: "Write", exact: true }).click();
  await (await textOf(omar, "History of the race")).click();
  await omar.keyboard.type("Once. ");
  // What the save sends is kept, so that it can be sent again past the interface.
  await omar.evaluate(() => {
    const send = window.fetch;
    window.fetch = (to, how) => {
      if (how?.body instanceof FormData)
        Object.assign(window, { sent: { to: String(to), headers: how.headers, form: how.body } });
      return send(to, how);
    };
  });
  await omar.getByRole("button", { name: "Save", exact: true }).click();
  await expect(omar.getByRole("article")).toContainText("Once.");
  const entries = await omar.getByRole("link", { name: /^\d+ entries$/ }).innerText();

  const ines = await comeAs(browser, "Ines Calder");
  await ines.goto(address);
  await ines.getByRole("link", { name: "Access" }).click();
  const cell = ines
    .getByRole("row", { name: /^History of the race/ })
    .getByRole("gridcell")
    .first();
  await cell.click();
  await ines.getByRole("radio", { name: /^Comment/ }).check();
  await ines.getByRole("button", { name: "Set for 1 cell" }).click();
  await expect(cell).toHaveText("Comment, set here");

  const again = await omar.evaluate(async () => {
    const { to, headers, form } = (
      window as unknown as { sent: { to: string; headers: HeadersInit; form: FormData } }
    ).sent;
    const parts = [...form];
    const [name, file] = parts.find((part): part is [string, File] => part[1] instanceof File)!;
    const text = (await file.text())
      .replace("Once. ", "Twice. ")
      .replace(/"base":(\d+)/, (_, base: string) => `"base":${Number(base) + 1}`)
      .replace(/"saveId":"\w+"/, '"saveId":"anothersave00001"');
    const changed = new FormData();
    for (const part of parts)
      changed.append(part[0], part[0] === name ? new Blob([text], { type: file.type }) : part[1]);
    const answer = await fetch(to, { method: "POST", headers, body: changed });
    return { text, said: await answer.text() };
  });
  expect(again.text).toContain("Twice. ");
  expect(again.said).toContain("Nothing was saved.");
  await omar.goto(address);
  await expect(omar.getByRole("link", { name: entries, exact: true })).toBeVisible();
  await expect(omar.getByRole("article")).not.toContainText("Twice.");
});
