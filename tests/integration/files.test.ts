/** Files: what is taken and what is refused, who may read them, and that they stay what they were. */
import { eq } from "drizzle-orm";
import { createHash } from "node:crypto";
import sharp from "sharp";
import { describe, expect, test } from "vitest";
import type { PageDocument } from "@/core/document/model";
import { setAccess } from "@/data/access/write";
import { file, fileUse, pictureSize, storedBytes, storedChunk } from "@/data/db/tables/files";
import { makeLink, openedBy } from "@/data/doors/links";
import { setArchived } from "@/data/courses/write";
import { chunkSize, mostPixels, pieceSize } from "@/data/files/limits";
import { dropPieces, takePiece } from "@/data/files/pieces";
import { scalePicture } from "@/data/files/pictures";
import { courseFiles, findFile, wikiFiles } from "@/data/files/read";
import { sendBytes } from "@/data/files/store";
import { describeFile, uploadFile } from "@/data/files/write";
import { findPage } from "@/data/pages/read";
import { savePage } from "@/data/pages/write";
import type { Context } from "@/data/session/context";
import { newId } from "@/data/session/ids";
import { db, later, makeCourse, pageNamed, setGroupLevel, type TestCourse } from "../support/course";

/** A body that arrives in pieces of odd lengths. */
function bodyOf(content: Uint8Array, cutAt = Infinity): ReadableStream<Uint8Array> {
  let at = 0;
  return new ReadableStream({
    pull(controller) {
      if (at >= cutAt) return controller.error(new Error("cut off"));
      if (at >= content.length) return controller.close();
      const next = Math.min(content.length, at + 40_001);
      controller.enqueue(content.subarray(at, next));
      at = next;
    },
  });
}

const picture = (width: number, height: number) =>
  sharp({
    create: {
      width,
      height,
      channels: 3,
      background: "#4d7f8f",
      noise: { type: "gaussian", mean: 120, sigma: 30 },
    },
  })
    .jpeg()
    .toBuffer();
const text = (value: string) => new TextEncoder().encode(value);
async function sent(stream: ReadableStream<Uint8Array>): Promise<Buffer> {
  const parts: Uint8Array[] = [];
  for await (const part of stream as unknown as AsyncIterable<Uint8Array>) parts.push(part);
  return Buffer.concat(parts);
}

async function upload(
  ctx: Context,
  { courseId, wikiId, homeId }: Pick<TestCourse, "courseId" | "wikiId" | "homeId">,
  content: Uint8Array,
  name = "weir.jpg",
) {
  return uploadFile(ctx, { courseId, wikiId, pageId: homeId, name, body: bodyOf(content) });
}
async function stored(...given: Parameters<typeof upload>): Promise<string> {
  const uploaded = await upload(...given);
  if (uploaded.kind === "refused") throw new Error(uploaded.problem.code);
  return uploaded.file.id;
}
const showing = (fileId: string): PageDocument => ({
  type: "doc",
  content: [
    {
      type: "figure",
      attrs: { id: "f", file: fileId, alt: "A weir", width: 100, place: "centre", showsOrigin: false },
    },
  ],
});
async function show(ctx: Context, courseId: string, pageId: string, document: unknown) {
  const page = await findPage(ctx, courseId, pageId);
  return savePage(ctx, { courseId, pageId, base: page!.entries, document, note: "" });
}

describe("what arrives", () => {
  test("is kept to the byte, in pieces, and sent in any part", async () => {
    const made = await makeCourse();
    const content = Buffer.alloc(chunkSize * 3 + 77);
    for (let at = 0; at < content.length; at++) content[at] = (at * 31) & 0xff;
    content.set(text("%PDF-1.7\n"));
    const id = await stored(made.as("mira"), made, content, "plan.pdf");
    const found = (await findFile(made.as("mira"), made.courseId, id, null))!;
    expect(found.file).toMatchObject({
      kind: "document",
      type: "application/pdf",
      size: content.length,
      name: "plan.pdf",
    });
    expect(found.hash).toBe(createHash("sha256").update(content).digest("hex"));
    for (const [from, to] of [
      [0, content.length - 1],
      [0, 0],
      [chunkSize - 1, chunkSize],
      [chunkSize, chunkSize * 2 - 1],
      [content.length - 5, content.length - 1],
      [10, chunkSize * 3 + 3],
    ] as const) {
      expect(
        (await sent(sendBytes(db, found.bytesId, from, to))).equals(content.subarray(from, to + 1)),
        `${from} to ${to}`,
      ).toBe(true);
    }
  });
  test("the same bytes under two names are stored once", async () => {
    const made = await makeCourse();
    const content = text(`depth,flow\n1,${newId()}\n`);
    const [one, two] = [
      await stored(made.as("mira"), made, content, "a.csv"),
      await stored(made.as("jonas"), made, content, "b.csv"),
    ];
    const bytes = await Promise.all(
      [one, two].map(async (id) => (await findFile(made.as("ines"), made.courseId, id, null))!.bytesId),
    );
    expect(bytes[0]).toBe(bytes[1]);
    expect(
      await db
        .select({ id: storedBytes.id })
        .from(storedBytes)
        .where(eq(storedBytes.hash, createHash("sha256").update(content).digest("hex"))),
    ).toHaveLength(1);
  });
  test.each([
    ["nothing", new Uint8Array(), "empty"],
    ["a program", Buffer.concat([text("MZ"), Buffer.alloc(300)]), "not wanted"],
    ["bytes that are nothing", Buffer.from([0, 1, 2, 255, 254, 0, 7]), "not wanted"],
    [
      "a picture that is cut short before its size",
      Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 0x0d, 0x49, 0x48, 0x44, 0x52]),
      "broken picture",
    ],
  ])("%s is refused, and leaves nothing", async (_, content, code) => {
    const made = await makeCourse();
    const before = await db.$count(storedChunk);
    expect(await upload(made.as("mira"), made, content)).toMatchObject({
      kind: "refused",
      problem: { code },
    });
    expect(await db.select().from(file).where(eq(file.courseId, made.courseId))).toEqual([]);
    expect(await db.$count(storedChunk)).toBeLessThanOrEqual(before + 1);
  });
  test("a small file that unpacks to a huge picture is refused before it is unpacked", async () => {
    const made = await makeCourse();
    const side = Math.ceil(Math.sqrt(mostPixels)) + 1;
    // The head of a PNG says how large it is; the rest can be as short as one likes.
    const png = await sharp({ create: { width: 8, height: 8, channels: 3, background: "#fff" } })
      .png()
      .toBuffer();
    png.writeUInt32BE(side, 16);
    png.writeUInt32BE(side, 20);
    expect(await upload(made.as("mira"), made, png)).toMatchObject({
      kind: "refused",
      problem: { code: expect.stringMatching(/too many pixels|broken picture/) as string },
    });
  });
  test("what is cut off on its way is refused, and can be sent again", async () => {
    const made = await makeCourse();
    const content = await picture(900, 700);
    expect(
      await uploadFile(made.as("mira"), {
        ...made,
        pageId: made.homeId,
        name: "weir.jpg",
        body: bodyOf(content, 40_001),
      }),
    ).toMatchObject({ kind: "refused", problem: { code: "cut off" } });
    expect((await upload(made.as("mira"), made, content)).kind).toBe("stored");
  });
  test.each([
    [
      "a picture that says it is a text",
      "notes.txt",
      () => picture(20, 20),
      { kind: "image", type: "image/jpeg" },
    ],
    [
      "a page of HTML that says it is a picture",
      "weir.png",
      async () => text("<html><script>alert(1)</script></html>"),
      { kind: "document", type: "text/plain" },
    ],
    [
      "a drawing with a script",
      "weir.svg",
      async () => text("<svg xmlns='http://www.w3.org/2000/svg'><script>alert(1)</script></svg>"),
      { kind: "document", type: "text/plain" },
    ],
    [
      "an XML file",
      "a.xml",
      async () => text("<?xml version='1.0'?><a/>"),
      { kind: "document", type: "text/plain" },
    ],
    [
      "captions",
      "a.vtt",
      async () => text("WEBVTT\n\n00:00.000 --> 00:01.000\nEels\n"),
      { kind: "captions", type: "text/vtt" },
    ],
    ["a name that would be a path", "../../etc/passwd", async () => text("x"), { name: "..-..-etc-passwd" }],
  ] as const)("%s is what its content is", async (_, name, content, expected) => {
    const made = await makeCourse();
    const uploaded = await upload(made.as("mira"), made, await content(), name);
    expect(uploaded).toMatchObject({ kind: "stored", file: expected });
  });
  test("a large picture gets smaller sizes, which keep its proportions and are lighter", async () => {
    const made = await makeCourse();
    const content = await picture(2000, 1000);
    const id = await stored(made.as("mira"), made, content);
    const { bytesId } = (await findFile(made.as("mira"), made.courseId, id, null))!;
    await scalePicture(db, bytesId);
    await scalePicture(db, bytesId);
    const sizes = await db
      .select()
      .from(pictureSize)
      .where(eq(pictureSize.bytesId, bytesId))
      .orderBy(pictureSize.width);
    expect(sizes.map(({ width }) => width)).toEqual([480, 960, 1600]);
    expect(await sharp(sizes[0]!.content).metadata()).toMatchObject({
      format: "webp",
      width: 480,
      height: 240,
    });
    expect(sizes[0]!.content.length).toBeLessThan(content.length);
    expect((await findFile(made.as("mira"), made.courseId, id, 700))!.smaller!.width).toBe(960);
    expect((await findFile(made.as("mira"), made.courseId, id, 5000))!.smaller).toBeNull();
  });
});

describe("who may", () => {
  test("upload: those who may write there and have the power; others find nothing, or are told", async () => {
    const made = await makeCourse({
      membersMay: ["start", "rename", "remove", "arrange", "restore", "settle"],
    });
    const content = text("x");
    expect(await upload(made.as("ines"), made, content)).toMatchObject({ kind: "stored" });
    expect(await upload(made.as("mira"), made, content)).toMatchObject({
      problem: { code: "power not given" },
    });
    expect(await upload(made.as("tobin"), made, content)).toMatchObject({
      problem: { code: "may not write" },
    });
    for (const name of ["priya", "una"] as const)
      expect(await upload(made.as(name), made, content)).toMatchObject({ problem: { code: "not found" } });
    expect(await upload(made.as("mira", later(60 * 24 * 40)), made, content)).toMatchObject({
      problem: { code: "may not write" },
    });
    expect(
      await upload(
        { ...made.as("mira"), lookingAs: { by: made.as("ines").viewer, courseId: made.courseId } },
        made,
        content,
      ),
    ).toMatchObject({ problem: { code: "only looking" } });
    const other = await makeCourse();
    expect(
      await uploadFile(other.as("mira"), {
        courseId: other.courseId,
        wikiId: other.otherWikiId,
        pageId: other.homeId,
        name: "x",
        body: bodyOf(content),
      }),
    ).toMatchObject({ problem: { code: "not found" } });
  });
  test("read: whoever may read a page that shows it, and before that the one who uploaded it", async () => {
    const made = await makeCourse();
    const { as, courseId, assignmentId, wikiId, homeId } = made;
    const id = await stored(as("mira"), made, await picture(40, 30));
    const readers = async () => {
      const found: string[] = [];
      for (const name of ["ines", "tobin", "olga", "mira", "jonas", "priya", "una"] as const)
        if (await findFile(as(name, later(10)), courseId, id, null)) found.push(name);
      return found;
    };
    expect(await readers()).toEqual(["ines", "mira"]);
    expect((await show(as("mira"), courseId, homeId, showing(id))).kind).toBe("saved");
    expect(await readers()).toEqual(["ines", "tobin", "olga", "mira", "jonas"]);
    // The page is hidden from the group: its picture is too, but from the one who has it.
    await setAccess(
      as("ines"),
      courseId,
      assignmentId,
      [{ scope: "page", place: homeId, who: { kind: "group" } }],
      { level: "hidden", from: null, until: null, weekly: null },
    );
    expect(await readers()).toEqual(["ines", "tobin", "olga", "mira"]);
    expect((await wikiFiles(as("jonas", later(10)), courseId, wikiId))!.files).toEqual([]);
    expect((await wikiFiles(as("ines"), courseId, wikiId))!.files).toMatchObject([
      { id, usedOn: [{ id: homeId }] },
    ]);
  });
  test("a reader with a link sees what the page shows now, not what it showed", async () => {
    const made = await makeCourse();
    const { as, courseId, assignmentId, wikiId, homeId } = made;
    const [first, second] = [
      await stored(as("mira"), made, await picture(40, 30)),
      await stored(as("mira"), made, await picture(50, 30)),
    ];
    await show(as("mira"), courseId, homeId, showing(first));
    await show(as("mira"), courseId, homeId, showing(second));
    const link = await makeLink(as("ines"), courseId, assignmentId, {
      wikiId,
      pageId: homeId,
      names: "none",
      isListed: false,
      endsAt: null,
    });
    if (link.kind !== "saved") throw new Error("no link");
    const { readerLink } = await import("@/data/db/tables/doors");
    const [{ token }] = (await db
      .select({ token: readerLink.token })
      .from(readerLink)
      .where(eq(readerLink.id, link.id))) as [{ token: string }];
    const { reader } = (await openedBy({ db, now: later(10), newId }, token))!;
    expect(await findFile(reader, courseId, first, null)).toBeNull();
    expect(await findFile(reader, courseId, second, null)).not.toBeNull();
    expect(await findFile(as("jonas", later(10)), courseId, first, null)).not.toBeNull();
  });
  test("nobody makes a hidden file readable by putting its name into a page of their own", async () => {
    const made = await makeCourse();
    const { as, courseId, assignmentId, wikiId, otherWikiId, homeId } = made;
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    const id = await stored(as("ines"), made, await picture(40, 30));
    await show(as("ines"), courseId, planId, showing(id));
    await setAccess(
      as("ines"),
      courseId,
      assignmentId,
      [{ scope: "page", place: planId, who: { kind: "group" } }],
      { level: "hidden", from: null, until: null, weekly: null },
    );
    expect(await show(as("mira", later(5)), courseId, homeId, showing(id))).toMatchObject({
      kind: "refused",
      problem: { code: "foreign files", count: 1 },
    });
    const otherHome = (await findPage(
      as("priya"),
      courseId,
      await pageNamed(as("priya"), courseId, otherWikiId, "Home"),
    ))!.id;
    expect(await show(as("priya"), courseId, otherHome, showing(id))).toMatchObject({
      kind: "refused",
      problem: { code: "foreign files" },
    });
    expect(await show(as("mira", later(5)), courseId, homeId, showing("nosuchfile"))).toMatchObject({
      kind: "refused",
      problem: { code: "foreign files" },
    });
    expect(await db.select().from(fileUse).where(eq(fileUse.fileId, id))).toHaveLength(1);
  });
  test("say where a file comes from: who uploaded it, who writes with them, who runs the course", async () => {
    const made = await makeCourse();
    const { as, courseId, wikiId, homeId } = made;
    const id = await stored(as("mira"), made, await picture(40, 30));
    await show(as("mira"), courseId, homeId, showing(id));
    const said = { name: "weir.jpg", source: "Own photograph", licence: "CC BY 4.0" };
    for (const name of ["mira", "jonas", "ines"] as const)
      expect((await describeFile(as(name, later(5)), courseId, wikiId, id, said)).kind).toBe("stored");
    for (const name of ["tobin", "olga"] as const)
      expect(
        await describeFile(as(name, later(5)), courseId, wikiId, id, { ...said, source: "Mine" }),
      ).toMatchObject({ problem: { code: "may not write" } });
    for (const name of ["priya", "una"] as const)
      expect(
        await describeFile(as(name, later(5)), courseId, wikiId, id, { ...said, source: "Mine" }),
      ).toMatchObject({ problem: { code: "not found" } });
    expect((await findPage(as("jonas", later(6)), courseId, homeId))!.files).toMatchObject([
      { id, source: "Own photograph" },
    ]);
  });
  test("files of the course, for starter pages, are those of who runs it until a page shows them", async () => {
    const made = await makeCourse();
    const { as, courseId, homeId } = made;
    const uploaded = await uploadFile(as("ines"), {
      courseId,
      wikiId: null,
      pageId: null,
      name: "map.png",
      body: bodyOf(await picture(40, 30)),
    });
    if (uploaded.kind !== "stored") throw new Error(uploaded.problem.code);
    expect(
      await uploadFile(as("mira"), {
        courseId,
        wikiId: null,
        pageId: null,
        name: "map.png",
        body: bodyOf(text("x")),
      }),
    ).toMatchObject({ problem: { code: "not found" } });
    expect(await courseFiles(as("mira"), courseId)).toEqual([]);
    expect(await findFile(as("jonas"), courseId, uploaded.file.id, null)).toBeNull();
    await show(as("ines"), courseId, homeId, showing(uploaded.file.id));
    expect(await findFile(as("jonas", later(5)), courseId, uploaded.file.id, null)).not.toBeNull();
  });
});

describe("what is said of a file", () => {
  const said = { name: "weir.jpg", source: "Own photograph", licence: "CC BY 4.0" };
  test("is changed only by who may write wherever it is shown, and stands in the log with what it was", async () => {
    const made = await makeCourse();
    const { as, courseId, wikiId, homeId } = made;
    const planId = await pageNamed(as("mira"), courseId, wikiId, "Plan");
    const id = await stored(as("mira"), made, await picture(40, 30));
    for (const pageId of [homeId, planId]) await show(as("mira"), courseId, pageId, showing(id));
    expect((await describeFile(as("jonas", later(5)), courseId, wikiId, id, said)).kind).toBe("stored");
    await setGroupLevel(as("ines", later(6)), made, planId, "read");
    for (const name of ["mira", "jonas"] as const)
      expect(
        await describeFile(as(name, later(7)), courseId, wikiId, id, { ...said, source: "Mine" }),
      ).toMatchObject({ problem: { code: "may not write" } });
    expect(
      (await describeFile(as("ines", later(8)), courseId, wikiId, id, { ...said, source: "The museum" }))
        .kind,
    ).toBe("stored");
    expect(
      (await wikiFiles(as("jonas", later(9)), courseId, wikiId))!.files[0]!.changes.map(
        ({ by, before, after }) => [by, before.source, after.source],
      ),
    ).toEqual([
      ["ines", "Own photograph", "The museum"],
      ["jonas", "", "Own photograph"],
    ]);
  });
  test("stays as it is after the deadline, and in a course that has been archived", async () => {
    const made = await makeCourse();
    const { as, courseId, wikiId, homeId } = made;
    const id = await stored(as("mira"), made, await picture(41, 30));
    await show(as("mira"), courseId, homeId, showing(id));
    const afterDue = later(60 * 24 * 30);
    expect(await describeFile(as("mira", afterDue), courseId, wikiId, id, said)).toMatchObject({
      problem: { code: "may not write" },
    });
    await setArchived(as("ines", later(5)), courseId, true);
    expect(await describeFile(as("ines", later(6)), courseId, wikiId, id, said)).toMatchObject({
      problem: { code: "may not write" },
    });
    expect((await wikiFiles(as("ines", later(7)), courseId, wikiId))!.files[0]!.source).toBe("");
  });
});

describe("a large file in pieces", () => {
  const at = (made: TestCourse) => ({
    courseId: made.courseId,
    wikiId: made.wikiId,
    pageId: made.homeId,
    name: "gauge.txt",
    upload: "a1b2c3d4e5f6g7h8",
  });
  const content = Buffer.from("The gauge stood at 1.2 metres. ".repeat(80_000));
  const piece = (from: number, length = pieceSize) => ({
    from,
    total: content.length,
    content: content.subarray(from, from + length),
  });
  test("arrives whole, whatever was sent twice, out of step or cut off", async () => {
    const made = await makeCourse();
    const mira = made.as("mira");
    expect(await takePiece(mira, { ...at(made), ...piece(0, chunkSize) })).toEqual({
      kind: "going on",
      size: chunkSize,
    });
    // Its answer was lost: it is sent again, and the sender is told how much has arrived.
    expect(await takePiece(mira, { ...at(made), ...piece(0, chunkSize) })).toEqual({
      kind: "going on",
      size: chunkSize,
    });
    expect(await takePiece(mira, { ...at(made), ...piece(chunkSize * 3) })).toEqual({
      kind: "going on",
      size: chunkSize,
    });
    expect(
      await takePiece(mira, {
        ...at(made),
        from: chunkSize,
        total: content.length,
        content: content.subarray(0, 10),
      }),
    ).toMatchObject({ kind: "refused" });
    let from = chunkSize;
    let taken = await takePiece(mira, { ...at(made), ...piece(from) });
    while (taken.kind === "going on")
      taken = await takePiece(mira, { ...at(made), ...piece((from = taken.size)) });
    if (taken.kind !== "stored") throw new Error(JSON.stringify(taken));
    const found = (await findFile(mira, made.courseId, taken.file.id, null))!;
    expect(found.hash).toBe(createHash("sha256").update(content).digest("hex"));
    expect(await sent(sendBytes(db, found.bytesId, 0, content.length - 1))).toEqual(content);
  });
  test("is refused with its first piece if nobody wants it, and nobody adds to another's", async () => {
    const made = await makeCourse();
    const { as } = made;
    const program = Buffer.concat([Buffer.from([0x7f, 0x45, 0x4c, 0x46]), Buffer.alloc(chunkSize - 4)]);
    expect(
      await takePiece(as("mira"), { ...at(made), from: 0, total: content.length, content: program }),
    ).toMatchObject({ problem: { code: "not wanted" } });
    expect(
      await takePiece(as("mira"), {
        ...at(made),
        from: 0,
        total: 200_000_000,
        content: content.subarray(0, chunkSize),
      }),
    ).toMatchObject({ problem: { code: "too large" } });
    await takePiece(as("mira"), { ...at(made), ...piece(0, chunkSize) });
    expect(await takePiece(as("jonas"), { ...at(made), ...piece(chunkSize, chunkSize) })).toEqual({
      kind: "going on",
      size: 0,
    });
    for (const name of ["priya", "una", "olga"] as const)
      expect(await takePiece(as(name), { ...at(made), ...piece(0, chunkSize) })).toMatchObject({
        kind: "refused",
      });
    await dropPieces(as("jonas"), at(made));
    expect(await takePiece(as("mira"), { ...at(made), ...piece(0, chunkSize) })).toEqual({
      kind: "going on",
      size: chunkSize,
    });
    await dropPieces(as("mira"), at(made));
    expect(await takePiece(as("mira"), { ...at(made), ...piece(chunkSize, chunkSize) })).toEqual({
      kind: "going on",
      size: 0,
    });
  });
});

test("a picture is kept without the place where it was taken", async () => {
  const made = await makeCourse();
  const taken = await sharp({ create: { width: 60, height: 40, channels: 3, background: "#4d7f8f" } })
    .withExif({ IFD0: { Make: "Heron" }, IFD3: { GPSLatitudeRef: "N", GPSLatitude: "53/1 21/1 1200/100" } })
    .jpeg()
    .toBuffer();
  const id = await stored(made.as("mira"), made, taken);
  const found = (await findFile(made.as("mira"), made.courseId, id, null))!;
  const kept = await sent(sendBytes(db, found.bytesId, 0, found.file.size - 1));
  expect(kept).toHaveLength(taken.length);
  expect((await sharp(kept).metadata()).exif!.includes("Heron")).toBe(true);
  expect(kept.equals(taken)).toBe(false);
  expect(found.hash).toBe(createHash("sha256").update(kept).digest("hex"));
});
