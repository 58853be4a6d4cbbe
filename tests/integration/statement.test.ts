/** The document of a statement: what each entry changed, for those who may read it. */
import { expect, test } from "vitest";
import { changesOf } from "@/data/review/changes";
import { allTime } from "@/data/review/period";
import { findStatement } from "@/data/review/student";
import { removePage } from "@/data/pages/places";
import { later, makeCourse, pageNamed, setGroupLevel, write } from "../support/course";

test("each entry of a statement opens to what it changed, and nothing of a page that is closed to whoever asks", async () => {
  const course = await makeCourse();
  const { courseId, wikiId, homeId, as } = course;
  const plan = await pageNamed(as("mira"), courseId, wikiId, "Plan");
  await write(as("mira", later(1)), courseId, homeId, "Alder begins beside one meadow.");
  await write(as("jonas", later(2)), courseId, homeId, "Alder begins beside one meadow. Not long.");
  await write(as("mira", later(3)), courseId, homeId, "Alder begins beside one wet meadow. Not long.");
  await write(as("mira", later(4)), courseId, plan, "First the weir.");
  const changes = async (name: "mira" | "ines", at = later(9)) => {
    const ctx = as(name, at);
    const found = await changesOf(
      ctx,
      (await findStatement(ctx, courseId, wikiId, `mira${courseId}`, allTime))!,
    );
    return [...found].map(
      ([key, blocks]) =>
        [
          key,
          blocks.flatMap(({ pieces }) =>
            pieces.flatMap(({ change, text }) => (change === "came" ? [text.trim()] : [])),
          ),
        ] as const,
    );
  };
  const onHome = [
    [`${homeId}:2`, ["Alder begins beside one meadow."]],
    [`${homeId}:4`, ["wet"]],
  ];
  for (const name of ["mira", "ines"] as const)
    expect(await changes(name)).toEqual([...onHome, [`${plan}:2`, ["First the weir."]]]);
  await setGroupLevel(as("ines", later(5)), course, plan, "hidden");
  expect(await changes("mira")).toEqual(onHome);
  expect(await changes("ines")).toHaveLength(3);
  // What a page was like before it went to the bin can still be told.
  await removePage(as("ines", later(6)), { courseId, pageId: plan });
  expect(await changes("ines", later(10))).toHaveLength(3);
});
