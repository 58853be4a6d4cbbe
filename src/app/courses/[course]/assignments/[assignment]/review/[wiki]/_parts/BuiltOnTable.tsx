import type { GroupDto } from "@/data/review/group";
import { Author } from "@/ui/authors/AuthorMark";
import { counted } from "@/ui/words/counts";

/** A small matrix: who did what with whose words. */
export function BuiltOnTable({ group: { members, builtOn } }: { group: GroupDto }) {
  if (builtOn.length === 0) return <p className="notice">Nobody has touched the words of another yet, or answered one.</p>;
  const told = (by: string, on: string) => {
    const pair = builtOn.find((each) => each.by === by && each.on === on);
    if (!pair) return <span className="nothing">–</span>;
    return (
      <ul>
        {pair.beside > 0 && <li>{counted(pair.beside, "word")} beside</li>}
        {pair.corrected > 0 && <li>{counted(pair.corrected, "word")} corrected</li>}
        {pair.removed > 0 && <li>{counted(pair.removed, "word")} removed</li>}
        {pair.replies > 0 && <li>{counted(pair.replies, "answer")}</li>}
      </ul>
    );
  };
  return (
    <div className="scroll-x">
      <table className="ledger built-on">
        <caption className="visually-hidden">Who built on whom</caption>
        <thead><tr><th scope="col">What was done by</th>{members.map(({ member }) => <th key={member.id} scope="col">to <Author name={member.name.split(" ")[0] ?? member.name} mark={member.mark} /></th>)}</tr></thead>
        <tbody>{members.map(({ member: by }) => (
          <tr key={by.id}><th scope="row"><Author name={by.name} mark={by.mark} /></th>{members.map(({ member: on }) => <td key={on.id}>{by.id === on.id ? <span className="nothing" aria-label="the same person">·</span> : told(by.id, on.id)}</td>)}</tr>
        ))}</tbody>
      </table>
    </div>
  );
}
