import type { DocumentNode } from "@/core/document/model";

/** A table cell's spans, width and alignment as HTML takes them. */
export function cellAttributes({ attrs }: DocumentNode): { colSpan?: number; rowSpan?: number; style?: { width?: number; textAlign?: "left" | "right" | "center" } } {
  const widths = Array.isArray(attrs?.colwidth) ? (attrs.colwidth as number[]) : [];
  const width = widths.reduce((sum, each) => sum + each, 0);
  const align = attrs?.align as "left" | "right" | "center" | null | undefined;
  return {
    ...(Number(attrs?.colspan ?? 1) > 1 ? { colSpan: Number(attrs?.colspan) } : {}),
    ...(Number(attrs?.rowspan ?? 1) > 1 ? { rowSpan: Number(attrs?.rowspan) } : {}),
    ...(width > 0 || align ? { style: { ...(width > 0 ? { width } : {}), ...(align ? { textAlign: align } : {}) } } : {}),
  };
}
