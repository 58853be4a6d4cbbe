/** Text within files: read by a thread of its own, and found by those who may read a page that shows the file. */
import { mkdtemp, rm } from "node:fs/promises";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { afterAll, beforeAll, expect, test } from "vitest";
import { uploadFile } from "@/data/files/write";
import { savePage } from "@/data/pages/write";
import { pdfText, readFileText } from "@/data/search/reading";
import { notNarrowed, search } from "@/data/search/read";
import type { Context } from "@/data/session/context";
import { bundleThread, threads } from "../../bin/lib/bundle-thread.mjs";
import { db, makeCourse, type TestCourse } from "../support/course";

let folder = "";
beforeAll(async () => {
  folder = await mkdtemp(join(tmpdir(), "tidy-"));
  process.env.TIDY_PDF_THREAD = join(folder, "pdf.mjs");
  await bundleThread(process.env.TIDY_PDF_THREAD, threads.pdf);
});
afterAll(async () => {
  delete process.env.TIDY_PDF_THREAD;
  await rm(folder, { recursive: true });
});

/** A page of PDF that says something. */
function pdf(says: string): Uint8Array {
  const drawn = `BT /F1 12 Tf 72 720 Td (${says}) Tj ET`;
  return new TextEncoder().encode(
    [
      "%PDF-1.4",
      "1 0 obj <</Type /Catalog /Pages 2 0 R>> endobj",
      "2 0 obj <</Type /Pages /Kids [3 0 R] /Count 1>> endobj",
      "3 0 obj <</Type /Page /Parent 2 0 R /MediaBox [0 0 612 792] /Contents 4 0 R" +
        " /Resources <</Font <</F1 5 0 R>>>>>> endobj",
      `4 0 obj <</Length ${drawn.length}>> stream\n${drawn}\nendstream endobj`,
      "5 0 obj <</Type /Font /Subtype /Type1 /BaseFont /Helvetica>> endobj",
      "trailer <</Root 1 0 R>>",
      "%%EOF",
    ].join("\n"),
  );
}

test("what is written in a PDF is read; what is no PDF has no text", async () => {
  expect((await pdfText(pdf("Silt behind the weir"))).trim()).toBe("Silt behind the weir");
  expect(await pdfText(new TextEncoder().encode("%PDF-1.4 broken"))).toBe("");
});

async function shown(
  ctx: Context,
  { courseId, wikiId, homeId }: TestCourse,
  name: string,
  content: Uint8Array,
): Promise<string> {
  const body = new Blob([new Uint8Array(content)]).stream();
  const uploaded = await uploadFile(ctx, { courseId, wikiId, pageId: homeId, name, body });
  if (uploaded.kind === "refused") throw new Error(uploaded.problem.code);
  const fileId = uploaded.file.id;
  const saved = await savePage(ctx, {
    courseId,
    pageId: homeId,
    base: 1,
    document: {
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [
            {
              type: "text",
              text: "The survey",
              marks: [{ type: "fileLink", attrs: { file: fileId } }],
            },
          ],
        },
      ],
    },
    note: "",
  });
  expect(saved.kind).toBe("saved");
  await readFileText(db, { courseId, fileId });
  return fileId;
}

test.each([
  ["survey-2026.pdf", pdf("Quicksilver in the silt")],
  ["survey-2026.txt", new TextEncoder().encode("Quicksilver in the silt,\nas we feared.")],
])("%s is found by its name and by its text, by who may read the page", async (name, content) => {
  const made = await makeCourse();
  const fileId = await shown(made.as("mira"), made, name, content);
  const files = async (who: "mira" | "jonas" | "priya" | "ines", text: string) =>
    (await search(made.as(who), made.courseId, text, notNarrowed, { most: 5, isTyped: false }))!.files;
  for (const text of ["survey", "2026 quicksilver", "silt"])
    expect(
      (await files("jonas", text)).map((hit) => hit.fileId),
      text,
    ).toEqual([fileId]);
  expect((await files("jonas", "quicksilver"))[0]!.excerpt!.map((piece) => piece.text).join("")).toContain(
    "Quicksilver in the silt",
  );
  expect(await files("ines", "quicksilver")).toHaveLength(1);
  expect(await files("priya", "quicksilver")).toEqual([]);
  expect(await files("jonas", "survey -quicksilver")).toEqual([]);
});
