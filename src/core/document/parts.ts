/**
 * The parts that a page is made of: nodes and marks, with what holds of each wherever it is met. This table
 * and `attributes.ts` are asked for a new one by the compiler, and so is every walk that looks at types.
 */

export interface NodeFacts {
  /**
   * Whether it stands as a block and carries an id, so that comparison and comments have something to hold on
   * to.
   */
  readonly hasId: boolean;
  /** What stands in it: running text, blocks and their parts, or nothing. */
  readonly holds: "text" | "parts" | "nothing";
  /** Its attributes that name files. */
  readonly files: readonly string[];
  /** As what it is counted where there may be only so many; null: as a node alone. */
  readonly countedAs: CountedAs | null;
}

export type CountedAs =
  | "equations"
  | "pictures, recordings and addresses"
  | "notes and sources"
  | "table cells"
  | "links"
  | "headings"
  | "lists of the headings";

const frame = { hasId: true, holds: "parts", files: [], countedAs: null } as const;
const text = { hasId: true, holds: "text", files: [], countedAs: null } as const;
const object = { hasId: true, holds: "nothing", files: [], countedAs: null } as const;
const inline = { hasId: false, holds: "nothing", files: [], countedAs: null } as const;

export const nodeTable = {
  doc: { ...frame, hasId: false },
  paragraph: text,
  heading: { ...text, countedAs: "headings" },
  codeBlock: text,
  blockquote: frame,
  bulletList: frame,
  orderedList: frame,
  listItem: frame,
  horizontalRule: object,
  table: frame,
  tableRow: frame,
  tableCell: { ...frame, countedAs: "table cells" },
  tableHeader: { ...frame, countedAs: "table cells" },
  figure: { ...text, files: ["file"], countedAs: "pictures, recordings and addresses" },
  media: { ...text, files: ["file", "poster", "captions"], countedAs: "pictures, recordings and addresses" },
  linkCard: { ...text, countedAs: "pictures, recordings and addresses" },
  equationBlock: { ...object, countedAs: "equations" },
  contentsList: { ...object, countedAs: "lists of the headings" },
  // Within lines, but spoken of and compared like a block.
  note: { ...inline, hasId: true, countedAs: "notes and sources" },
  equation: { ...inline, countedAs: "equations" },
  hardBreak: inline,
  text: inline,
} as const satisfies Readonly<Record<string, NodeFacts>>;

export type NodeType = keyof typeof nodeTable;
export const nodeTypes = Object.keys(nodeTable) as NodeType[];
export const factsOf = (type: NodeType): NodeFacts => nodeTable[type];

export const markTable = {
  bold: {},
  italic: {},
  underline: {},
  strike: {},
  code: {},
  subscript: {},
  superscript: {},
  textTone: {},
  highlight: {},
  link: { countedAs: "links" },
  pageLink: { countedAs: "links" },
  fileLink: { countedAs: "links" },
  // Drawn over text that is spoken of (see `markPassages`), and in no page.
  passage: {},
} as const satisfies Readonly<Record<string, { readonly countedAs?: CountedAs }>>;

export type MarkType = keyof typeof markTable;
/** Marks that a page can be stored with. */
export type StoredMark = Exclude<MarkType, "passage">;
export const storedMarks = (Object.keys(markTable) as MarkType[]).filter(
  (type): type is StoredMark => type !== "passage",
);
export const countedMark = (type: MarkType): CountedAs | null =>
  (markTable[type] as { readonly countedAs?: CountedAs }).countedAs ?? null;

/** Nodes that carry an id. */
export const blockTypes = nodeTypes.filter((type) => nodeTable[type].hasId);
