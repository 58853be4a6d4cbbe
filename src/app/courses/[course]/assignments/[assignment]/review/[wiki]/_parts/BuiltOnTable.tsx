import { builtOnKinds } from "@/core/credit/built-on";
import type { GroupDto } from "@/data/review/group";
import { Author } from "@/ui/authors/AuthorMark";
import { Link } from "@/ui/frame/Link";
import { builtOnWords } from "@/ui/words/built-on";

interface Props {
  readonly group: GroupDto;
  readonly href: (by: string, on: string) => string;
  readonly open: { readonly by: string; readonly on: string } | null;
}

/** A small matrix: who did what with whose words. Each cell opens the acts behind it. */
export function BuiltOnTable({ group: { members, builtOn }, href, open }: Props) {
  if (builtOn.length === 0)
    return <p className="notice">Nobody has touched the words of another yet, or answered one.</p>;
  const told = (by: Members[number], on: Members[number]) => {
    const pair = builtOn.find((each) => each.by === by.id && each.on === on.id);
    if (!pair) return <span className="nothing">–</span>;
    const parts = builtOnKinds
      .filter((kind) => pair.of[kind] > 0)
      .map((kind) =>
        builtOnWords(kind, pair.of[kind], kind === "beside" || kind === "removed" ? pair.lasts[kind] : null),
      );
    return (
      <Link
        href={href(by.id, on.id)}
        scroll={false}
        aria-current={open?.by === by.id && open.on === on.id}
        aria-label={`${by.name} to ${on.name}: ${parts.join("; ")}. Show what is behind it`}
      >
        {parts.map((part) => (
          <span key={part}>{part}</span>
        ))}
      </Link>
    );
  };
  return (
    <div className="scroll-x">
      <table className="ledger built-on">
        <caption className="visually-hidden">Who built on whom</caption>
        <thead>
          <tr>
            <th scope="col">What was done by</th>
            {members.map(({ member }) => (
              <th key={member.id} scope="col">
                to <Author name={member.name.split(" ")[0] ?? member.name} mark={member.mark} />
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {members.map(({ member: by }) => (
            <tr key={by.id}>
              <th scope="row">
                <Author name={by.name} mark={by.mark} />
              </th>
              {members.map(({ member: on }) => (
                <td key={on.id}>
                  {by.id === on.id ? (
                    <span className="nothing" aria-label="the same person">
                      ·
                    </span>
                  ) : (
                    told(by, on)
                  )}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  );
}

type Members = readonly GroupDto["members"][number]["member"][];
