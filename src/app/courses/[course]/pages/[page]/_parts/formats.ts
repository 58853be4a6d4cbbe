/** How words can be formatted in a field of plain text: by which sign on the button, which key, which marks. */
export const formats = [
  { name: "Strong", sign: "B", key: "b", around: "**" },
  { name: "Stressed", sign: "I", key: "i", around: "*" },
  { name: "List", sign: "•", key: null, before: "- " },
  { name: "Quote", sign: "”", key: null, before: "> " },
] as const;
export type Format = (typeof formats)[number];
