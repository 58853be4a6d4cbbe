import { copiedAs } from "@/core/document/copied";
import type { DocumentNode } from "@/core/document/model";

/** A table cell's spans, width and alignment as HTML takes them, and as they go with a copy. */
export function cellAttributes(node: DocumentNode): {
  "data-copied"?: string;
  colSpan?: number;
  rowSpan?: number;
  style?: { width?: number; textAlign?: "left" | "right" | "center" };
} {
  const { attrs } = node;
  const widths = Array.isArray(attrs?.colwidth) ? (attrs.colwidth as number[]) : [];
  const width = widths.reduce((sum, each) => sum + each, 0);
  const align = attrs?.align as "left" | "right" | "center" | null | undefined;
  return {
    ...(Number(attrs?.colspan ?? 1) > 1 ? { colSpan: Number(attrs?.colspan) } : {}),
    ...(Number(attrs?.rowspan ?? 1) > 1 ? { rowSpan: Number(attrs?.rowspan) } : {}),
    ...(width > 0 || align
      ? {
          ...copiedAs(node),
          style: { ...(width > 0 ? { width } : {}), ...(align ? { textAlign: align } : {}) },
        }
      : {}),
  };
}
