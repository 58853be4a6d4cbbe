import type { Metadata } from "next";
import { definitionOf, type FigureName as StudentFigure, figureNames } from "@/core/credit/figure-table";
import { ExampleView, WeekView } from "@/ui/measures/Examples";
import { exampleAuthors, wordExamples } from "@/ui/measures/examples";
import { Author } from "@/ui/authors/AuthorMark";
import { allFigureWords, type FigureName } from "@/ui/words/figures";
import { paths } from "@/ui/paths";
import { signedIn } from "../_parts/context";
import { Frame } from "../_parts/Frame";

export const metadata: Metadata = { title: "How the figures come about" };

const isUsual = (name: StudentFigure) => definitionOf(name).column === "usual";
/** What the examples explain has its place there. */
const isExplained = (name: string) => wordExamples.some(({ id }) => id === name);
const accounted = ["wordsIn", "wordsOut", "wordsAfter", "removedStarter", "restyled"] as const;

function Figures({ names }: { names: readonly FigureName[] }) {
  return (
    <dl className="figure-list">
      {names.map((name) => (
        <div key={name} id={isExplained(name) ? undefined : name}>
          <dt>{allFigureWords[name].label}</dt>
          <dd>{allFigureWords[name].about}</dd>
        </div>
      ))}
    </dl>
  );
}

/**
 * What is counted and how: the same page for instructors and students, its examples computed as it is shown.
 */
export default async function MeasuresPage() {
  const ctx = await signedIn();
  return (
    <Frame ctx={ctx} trail={[{ label: "How the figures come about", href: paths.measures() }]}>
      <div className="desk measures">
        <div className="title-line">
          <div>
            <h1>How the figures come about</h1>
            <p className="quiet">
              Every figure says who did what, never how good it is. The examples on this page were computed
              just now, by what computes the review.
            </p>
          </div>
        </div>
        <section className="paper measures-part">
          <h2>Words</h2>
          <p>
            Everything is counted in words, as Unicode parts text into words: “Osier Weir (1998) isn’t steep”
            has five. Capitals make no other word. Spaces, punctuation and signs are never counted; scripts
            without spaces are parted into their words as well.
          </p>
          <h2>Whose a word is</h2>
          <p>
            Each word belongs to the entry in which it was first written, and so to its author. In the
            examples, each stretch carries its author’s mark and is underlined in their colour:{" "}
            {exampleAuthors.map((name, mark) => (
              <span key={name}>
                <span className="example-author">
                  <Author name={name} mark={mark} />
                </span>
                {mark < exampleAuthors.length - 1 ? "," : "."}
              </span>
            ))}{" "}
            When a page is saved, each of its words is explained by the first of these that fits.
          </p>
          {wordExamples.map((example) => (
            <ExampleView key={example.id} example={example} />
          ))}
        </section>
        <section className="paper measures-part">
          <h2>The figures of the review</h2>
          <Figures names={[...figureNames.filter(isUsual), "balance"]} />
          <h2>More of a student</h2>
          <Figures names={figureNames.filter((name) => !isUsual(name) && !isExplained(name))} />
          <p id="copies-once">
            Text that was copied stands in several places and counts once: a copied page gives nobody words,
            and no larger share. How often words stand beside their first place is told as a figure of its
            own, and each page shows what stands on it. Signs that nobody sees, and letters of another script
            that only look the same, make no other word.
          </p>
          <p>
            What an entry did is told with what is known since. Words that its author put on another page
            later were moved, and count as removed nowhere; words that came back say which entry had removed
            them. To take back what one did oneself is no work: neither a text that one removed and restored,
            nor a spelling that goes to and fro.
          </p>
          <p id="here">
            Those who review see when each member was last here, which is noted when somebody opens the course
            or one of its pages. It is in no figure.
          </p>
          <p>
            Where students talk to each other on a page, an instructor can mark the passage as discussion. Its
            words then count as discussion and not as text: in every figure, at every time in the past as
            well, and wherever the passage goes. What is written between its lines later is text until it is
            marked too.
          </p>
          <p>
            Words of an entry that several wrote, and confirmed, are theirs in equal parts. A statement is the
            account behind these figures: line by line what came, what went, what others did in between, and
            what stands.
          </p>
          <p>
            Links, pictures and sources stay with whoever brought them: moved, or taken away and restored,
            they are still theirs. A second link to the same place is whose who set it. Of an entry that
            several wrote they count for whoever saved it.
          </p>
          <p>
            Shares are shown in whole per cent that add up to a hundred. Balance is Shannon’s evenness of the
            members’ standing words: −Σ p ln p / ln n, where p is each member’s part and n the number of
            members.
          </p>
          <h2>The account of a page</h2>
          <Figures names={accounted} />
        </section>
        <section className="paper measures-part" id="week">
          <h2>A week of a group</h2>
          <p>
            Mira, Jonas and Priya have saved seven entries. To count saves, or the words that each save
            brings, would call the three much alike, and would credit Mira with what she only restored. What
            they did is this.
          </p>
          <WeekView />
          <p>
            Priya has three entries: one that a teammate undid, and two that together only moved text. What
            she removed and wrote stays in her sums, and opens the entries behind it.
          </p>
        </section>
        <section className="paper measures-part">
          <h2>What it cannot know</h2>
          <p>
            Who typed what they saved, and who told them what to write: text that a group wrote together at
            one desk is its saver’s, until shared credit is confirmed. Of two paragraphs that read the same,
            which one was taken away. Whether “weather” for “whether” is a slip or another thought: it counts
            as a correction. What was removed so long ago that the page has forgotten it, which takes{" "}
            {(16_000).toLocaleString("en")} more removed words, counts as added by whoever writes it again.
          </p>
        </section>
      </div>
    </Frame>
  );
}
