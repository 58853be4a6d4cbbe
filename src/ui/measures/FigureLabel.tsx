/**
 * A figure's name where it heads a column: its definition on hover and focus, and one step further the page
 * that explains it.
 */
import { paths } from "../paths";
import { allFigureWords, type FigureName } from "../words/figures";
import { Defined } from "./Defined";

export function FigureLabel({ figure, children }: { figure: FigureName; children?: React.ReactNode }) {
  const { label, about } = allFigureWords[figure];
  return (
    <Defined about={about} href={paths.measures(figure)}>
      {children ?? label}
    </Defined>
  );
}
