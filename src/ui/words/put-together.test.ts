import { expect, test } from "vitest";
import { putTogether } from "./put-together";

test("an entry that was saved on an older one says with which others it was put together", () => {
  expect(putTogether({ kind: "wrote", base: 6 }, 7)).toBeNull();
  expect(putTogether({ kind: "wrote", base: 5 }, 7)).toBe("put together with entry 6");
  expect(putTogether({ kind: "wrote", base: 3 }, 7)).toBe("put together with entries 4 to 6");
  expect(putTogether({ kind: "restored", base: 3 }, 7)).toBeNull();
  expect(putTogether({ kind: "started", base: 0 }, 1)).toBeNull();
});
