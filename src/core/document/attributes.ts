/** What each attribute of a page's nodes and marks may hold. What is not named here is refused. */
import * as z from "zod";
import { hasUnstorable } from "../text/clean";
import { isSafeAddress } from "./address";
import { countings } from "./item-signs";
import {
  alignments,
  figurePlaces,
  longestEquation,
  longestNote,
  mostIndent,
  narrowestFigure,
  tones,
} from "./model";
import type { NodeType, StoredMark } from "./parts";
import { headingLevels } from "./schema";

const blockId = z
  .string()
  .regex(/^[A-Za-z0-9_-]{1,40}$/)
  .nullable()
  .optional();
const block = z.strictObject({ id: blockId });
const none = z.strictObject({});
const fileId = z.string().regex(/^[a-z0-9]{1,40}$/);
const address = z.string().refine(isSafeAddress);
const line = (longest: number) =>
  z
    .string()
    .max(longest)
    .refine((text) => !hasUnstorable(text));
const placed = {
  id: blockId,
  textAlign: z
    .enum(["left", ...alignments])
    .nullable()
    .optional(),
  indent: z.int().min(0).max(mostIndent).optional(),
};
const span = z.int().min(1).max(200).optional();
const cell = z.strictObject({
  id: blockId,
  colspan: span,
  rowspan: span,
  colwidth: z.array(z.int().min(0).max(4000)).max(200).nullable().optional(),
  align: z.enum(["left", "right", "center"]).nullable().optional(),
});
const equation = line(longestEquation);

export const attributesOfNode: Readonly<Record<NodeType, z.ZodType>> = {
  doc: none,
  text: none,
  hardBreak: none,
  paragraph: z.strictObject(placed),
  blockquote: block,
  bulletList: block,
  listItem: block,
  horizontalRule: block,
  heading: z.strictObject({ ...placed, level: z.union(headingLevels.map((level) => z.literal(level))) }),
  codeBlock: z.strictObject({
    id: blockId,
    language: z
      .string()
      .regex(/^[\w+#-]{1,30}$/)
      .nullable()
      .optional(),
  }),
  orderedList: z.strictObject({
    id: blockId,
    start: z.int().min(0).max(100_000).optional(),
    type: z.enum(countings).nullable().optional(),
  }),
  table: block,
  tableRow: block,
  tableCell: cell,
  tableHeader: cell,
  figure: z.strictObject({
    id: blockId,
    file: fileId,
    alt: line(1000),
    width: z.int().min(narrowestFigure).max(100),
    place: z.enum(figurePlaces),
    showsOrigin: z.boolean(),
  }),
  media: z.strictObject({
    id: blockId,
    file: fileId,
    kind: z.enum(["video", "audio"]),
    poster: fileId.nullable().optional(),
    captions: fileId.nullable().optional(),
  }),
  linkCard: z.strictObject({ id: blockId, href: address }),
  equation: z.strictObject({ latex: equation }),
  equationBlock: z.strictObject({ id: blockId, latex: equation }),
  note: z.strictObject({
    id: blockId,
    kind: z.enum(["note", "source"]),
    text: line(longestNote),
    href: address.nullable().optional(),
  }),
  contentsList: block,
};

const toned = z.strictObject({ tone: z.enum(tones) });

export const attributesOfMark: Readonly<Record<StoredMark, z.ZodType>> = {
  bold: none,
  italic: none,
  underline: none,
  strike: none,
  code: none,
  subscript: none,
  superscript: none,
  textTone: toned,
  highlight: toned,
  link: z.strictObject({ href: address, newTab: z.boolean().optional() }),
  pageLink: z.strictObject({
    page: z
      .string()
      .regex(/^[a-z0-9]{1,40}$/)
      .nullable()
      .optional(),
    title: z.string().trim().min(1).max(200),
    heading: blockId,
  }),
  fileLink: z.strictObject({ file: fileId }),
};
