import type { GroupDto } from "@/data/review/group";
import type { Layer } from "@/ui/charts/GrowthChart";

/**
 * The layers of a group's chart from the bottom upwards: starter text, what others wrote, then the members;
 * only those that ever had a word, and every member.
 */
export function layersOf({ members, growth }: GroupDto): {
  readonly order: readonly number[];
  readonly layers: readonly Layer[];
} {
  const [open, others, starter] = [members.length, members.length + 1, members.length + 2];
  const everHad = (column: number) => growth.some(({ words }) => words[column]! > 0);
  const all: readonly (readonly [number, Layer])[] = [
    [starter, { name: "Starter text", mark: null }],
    [others, { name: "Others", mark: null }],
    [open, { name: "Unassigned", mark: null }],
    ...members
      .map(({ member }, column) => [column, { name: member.name, mark: member.mark }] as const)
      .reverse(),
  ];
  const shown = all.filter(([column]) => column < members.length || everHad(column));
  return { order: shown.map(([column]) => column), layers: shown.map(([, layer]) => layer) };
}
