import type { DocumentNode } from "./model";

/**
 * `node` without attributes that came after pages were stored without them, where they say what went without
 * saying: so that a page saved as it was is the same page.
 */
export function lean<Each extends DocumentNode>(node: Each): Each {
  // Keys stay in the order in which the schema gives them.
  const parts = Object.entries(node).flatMap(([key, value]: [string, unknown]): [string, unknown][] => {
    if (key === "content" || key === "marks") return [[key, (value as readonly DocumentNode[]).map(lean)]];
    if (key !== "attrs") return [[key, value]];
    const attrs = leanAttributes(value as Record<string, unknown>);
    return Object.keys(attrs).length > 0 ? [[key, attrs]] : [];
  });
  return Object.fromEntries(parts) as unknown as Each;
}

function leanAttributes({
  textAlign,
  indent,
  heading,
  newTab,
  ...attrs
}: Record<string, unknown>): Record<string, unknown> {
  return {
    ...attrs,
    ...(typeof textAlign === "string" && textAlign !== "left" ? { textAlign } : {}),
    ...(typeof indent === "number" && indent > 0 ? { indent } : {}),
    ...(typeof heading === "string" ? { heading } : {}),
    ...(newTab === true ? { newTab } : {}),
  };
}
