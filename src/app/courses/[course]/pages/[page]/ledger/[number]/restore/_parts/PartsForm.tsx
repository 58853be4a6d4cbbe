import type { LostPart } from "@/core/merge/parts";
import { counted } from "@/ui/words/counts";
import { shortened } from "@/ui/words/shortened";

const kinds: Record<LostPart["what"], string> = { block: "", row: "Row: ", item: "Item: " };
const things: Readonly<Record<string, string>> = {
  figure: "a picture",
  media: "a recording",
  table: "a table",
  equationBlock: "an equation",
  horizontalRule: "a rule",
  contentsList: "the list of headings",
  linkCard: "an address",
};

/**
 * Which parts of an entry are brought back: sent in the address, so that what they would change is seen
 * below.
 */
export function PartsForm({ lost, chosen }: { lost: readonly LostPart[]; chosen: readonly string[] | null }) {
  if (lost.length === 0) return null;
  return (
    <details className="paper parts-form" open={chosen !== null || lost.length <= 6}>
      <summary>
        {counted(lost.length, "part")} of it {lost.length === 1 ? "is" : "are"} not on the page as{" "}
        {lost.length === 1 ? "it was" : "they were"}. Choose which to restore
      </summary>
      <form method="get">
        <ul>
          {lost.map((part) => (
            <li key={part.id}>
              <label>
                <input
                  type="checkbox"
                  name="part"
                  value={part.id}
                  defaultChecked={chosen?.includes(part.id) ?? true}
                />{" "}
                <span>
                  {kinds[part.what]}
                  {nameOf(part)}{" "}
                  <small className="quiet">{part.why === "gone" ? "gone" : "changed since"}</small>
                </span>
              </label>
            </li>
          ))}
        </ul>
        <button type="submit" className="plain-button">
          Show what these would change
        </button>
      </form>
    </details>
  );
}

function nameOf({ type, text }: LostPart): string {
  const thing = things[type];
  if (text === "") return thing ?? "an empty paragraph";
  return thing ? `${thing}: ${shortened(text, 80)}` : shortened(text, 100);
}
