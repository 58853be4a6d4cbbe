import type { Page } from "@playwright/test";

/** The amounts of a table's lines, and what its last line says they come to. */
export async function amounts(region: ReturnType<Page["getByRole"]>): Promise<{ sum: number; told: number }> {
  const numbers = (await region.getByRole("row").locator("td.number:last-child").allTextContents()).map(
    (text) => Number(text.replace(/[,\s]/g, "")),
  );
  return { sum: numbers.slice(0, -1).reduce((total, each) => total + each, 0), told: numbers.at(-1)! };
}
