import type { PageDto } from "@/data/pages/dto";
import { passageAnchor } from "@/ui/document/reading";
import { counted } from "@/ui/words/counts";
import { distance } from "@/ui/words/times";
import { shortened } from "@/ui/words/shortened";
import { countAsText } from "../actions";
import { CountAsText } from "./CountAsText";

/** The passages of a page that count as discussion: who said so, and the way back for those who may. */
export function Discussions({ page, zone, now }: { page: PageDto; zone: string; now: Date }) {
  const { courseId, isInstructor } = page.wiki;
  return (
    <section className="discussions" aria-label="Counted as discussion">
      <h3>Counted as discussion</h3>
      <p className="quiet">These words are in no figure of text. Each student’s figures tell them apart.</p>
      <ul>
        {page.discussions.map(({ id, quote, by, at, words }) => (
          <li key={id}>
            <a href={`#${passageAnchor(id)}`}>“{shortened(quote, 60)}”</a>
            <span className="quiet">
              {" "}
              {counted(words, "word")}, marked by {by} {distance(at, zone, now)}
            </span>
            {isInstructor && !page.removedAt && (
              <CountAsText quote={shortened(quote, 40)} end={countAsText.bind(null, courseId, id)} />
            )}
          </li>
        ))}
      </ul>
    </section>
  );
}
