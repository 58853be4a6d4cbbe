import { isMet, type Met } from "@/core/assignment/expected";
import type { GroupDto } from "@/data/review/group";
import { Author } from "@/ui/authors/AuthorMark";
import { listed, number } from "@/ui/words/counts";
import { expectationWords } from "@/ui/words/expected";

/** What is expected, and who has met which of it. */
export function ExpectedTable({ group: { members, expected }, now }: { group: GroupDto; now: Date }) {
  if (!expected) return <p className="quiet">Nothing that can be checked is expected in this assignment.</p>;
  const cell = (met: Met) => (
    <span className={isMet(met) ? "" : "waiting"}>
      {isMet(met) ? "✓ " : ""}
      {met.want <= 1 ? (isMet(met) ? "there" : "not yet") : `${number(met.have)} of ${number(met.want)}`}
    </span>
  );
  const [first] = expected.ofMembers;
  return (
    <div className="scroll-x">
      <table className="ledger">
        <caption className="visually-hidden">Who has met what is expected</caption>
        <thead>
          <tr>
            <th scope="col">Expected</th>
            {members.map(({ member }) => (
              <th key={member.id} scope="col" className="number">
                <Author name={member.name} mark={member.mark} />
              </th>
            ))}
            <th scope="col">The wiki</th>
          </tr>
        </thead>
        <tbody>
          {(first ?? []).map(({ expectation }, at) => (
            <tr key={`s${at}`}>
              <th scope="row">{expectationWords(expectation, now)}</th>
              {expected.ofMembers.map((mets, place) => (
                <td key={members[place]!.member.id} className="number">
                  {cell(mets[at]!)}
                </td>
              ))}
              <td />
            </tr>
          ))}
          {expected.ofWiki.map((met, at) => (
            <tr key={`w${at}`}>
              <th scope="row">
                {expectationWords(met.expectation, now)}
                {met.missing.length > 0 && <small className="quiet"> missing: {listed(met.missing)}</small>}
              </th>
              {members.map(({ member }) => (
                <td key={member.id} />
              ))}
              <td>{cell(met)}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}
