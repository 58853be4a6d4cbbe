import type { ReactNode } from "react";
import type { BuiltOnDto } from "@/data/review/built-on";
import { Author } from "@/ui/authors/AuthorMark";
import { Link } from "@/ui/frame/Link";
import { paths } from "@/ui/paths";
import { builtOnWords } from "@/ui/words/built-on";
import { moment } from "@/ui/words/times";

interface Props {
  readonly told: BuiltOnDto;
  readonly courseId: string;
  readonly zone: string;
  readonly now: Date;
  readonly close: ReactNode;
}

/** The acts behind a cell of "who built on whom". */
export function BuiltOnPanel({ told: { by, on, lines }, courseId, zone, now, close }: Props) {
  return (
    <section className="paper evidence" aria-label={`What ${by.name} did with the words of ${on.name}`}>
      <header>
        <div>
          <h2>
            <Author name={by.name} mark={by.mark} /> to <Author name={on.name} mark={on.mark} />
          </h2>
          <p className="quiet">What one did with the words of the other, and what they said to each other.</p>
        </div>
        {close}
      </header>
      {lines.length === 0 ? (
        <p className="quiet nothing-here">Nothing was done.</p>
      ) : (
        <table className="ledger">
          <caption className="visually-hidden">Behind the cell</caption>
          <thead>
            <tr>
              <th scope="col">When and what</th>
            </tr>
          </thead>
          <tbody>
            {lines.map(({ kind, at, pageId, page, number, note, amount, lasts }, index) => (
              <tr key={index}>
                <td>
                  <Link
                    href={
                      number === null ? paths.page(courseId, pageId) : paths.entry(courseId, pageId, number)
                    }
                  >
                    {moment(at, zone, now)}
                  </Link>{" "}
                  <strong>{builtOnWords(kind, amount, lasts)}</strong>
                  <div>
                    on “{page}”{note && <span className="quiet">: {note}</span>}
                  </div>
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </section>
  );
}
