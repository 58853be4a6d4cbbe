import { Link } from "@/ui/frame/Link";
import type { GroupDto } from "@/data/review/group";
import { Author, authorFill } from "@/ui/authors/AuthorMark";
import { FigureLabel } from "@/ui/measures/FigureLabel";
import { number } from "@/ui/words/counts";

/** Pages against members, with the words of each that stand there. */
export function PagesTable({
  group: { members, pages, standing },
  hrefOf,
}: {
  group: GroupDto;
  hrefOf: (pageId: string) => string;
}) {
  const extra = (
    [
      ["Unassigned", members.length],
      ["Others", members.length + 1],
      ["Starter text", members.length + 2],
    ] as const
  ).filter(([, column]) => standing[column]! > 0);
  const most = Math.max(1, ...pages.flatMap(({ words }) => words.slice(0, members.length)));
  const sum = (words: readonly number[]) => words.reduce((total, each) => total + each, 0);
  const again = (column: number) =>
    pages.reduce((total, { words }) => total + words[column]!, 0) - standing[column]!;
  const less = (words: number) => (words === 0 ? <span className="nothing">–</span> : `−${number(words)}`);
  const cell = (words: number) => (words === 0 ? <span className="nothing">–</span> : number(words));
  return (
    <div className="scroll-x">
      <table className="ledger pages-table">
        <caption className="visually-hidden">Standing words by page and member</caption>
        <thead>
          <tr>
            <th scope="col">Page</th>
            {members.map(({ member }) => (
              <th key={member.id} scope="col" className="number">
                <Author name={member.name.split(" ")[0] ?? member.name} mark={member.mark} />
              </th>
            ))}
            {extra.map(([name]) => (
              <th key={name} scope="col" className="number">
                {name}
              </th>
            ))}
            <th scope="col" className="number">
              Words
            </th>
          </tr>
        </thead>
        <tbody>
          {pages.map(({ id, title, isRemoved, words }) => (
            <tr key={id}>
              <th scope="row">
                <Link href={hrefOf(id)}>{title}</Link>
                {isRemoved && <small className="quiet"> in the bin</small>}
              </th>
              {members.map(({ member }, column) => (
                <td key={member.id} className="number">
                  {cell(words[column]!)}
                  <span className="share-bar thin" aria-hidden="true">
                    <span
                      style={{ width: `${(100 * words[column]!) / most}%`, ...authorFill(member.mark) }}
                    />
                  </span>
                </td>
              ))}
              {extra.map(([name, column]) => (
                <td key={name} className="number quiet">
                  {cell(words[column]!)}
                </td>
              ))}
              <td className="number">{number(sum(words))}</td>
            </tr>
          ))}
          {standing.some((_, column) => again(column) > 0) && (
            <tr className="quiet">
              <th scope="row">
                <FigureLabel figure="copies">Counted once</FigureLabel>
                <small> though it stands in several places</small>
              </th>
              {members.map(({ member }, column) => (
                <td key={member.id} className="number">
                  {less(again(column))}
                </td>
              ))}
              {extra.map(([name, column]) => (
                <td key={name} className="number">
                  {less(again(column))}
                </td>
              ))}
              <td className="number">{less(sum(standing.map((_, column) => again(column))))}</td>
            </tr>
          )}
          <tr className="sum">
            <th scope="row">All pages</th>
            {members.map(({ member }, column) => (
              <td key={member.id} className="number">
                {number(standing[column]!)}
              </td>
            ))}
            {extra.map(([name, column]) => (
              <td key={name} className="number">
                {number(standing[column]!)}
              </td>
            ))}
            <td className="number">{number(sum(standing))}</td>
          </tr>
        </tbody>
      </table>
    </div>
  );
}
