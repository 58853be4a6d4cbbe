/**
 * Simulated writers: each reads a page, waits, changes some of its own words in it, and saves through HTTP as
 * the editor does, with connections that break and answers that never come. Whatever was acknowledged is
 * told, to be looked for.
 */
import type postgres from "postgres";
import type { DocumentNode } from "@/core/document/model";

export interface Place {
  readonly base: string;
  /** The name of the server action that saves a page. */
  readonly saveAction: string;
  readonly courseId: string;
  readonly sql: postgres.Sql;
}

export interface Writer {
  readonly cookie: string;
  readonly name: string;
  /** The pages that this one writes on. */
  readonly pages: readonly string[];
  readonly dice: () => number;
}

/** A save of which the server said that it is entry `number`, and a sentence that it brought. */
export interface Acknowledged {
  readonly page: string;
  readonly number: number;
  readonly sentence: string;
}

export interface Told {
  readonly acknowledged: Acknowledged[];
  /** Milliseconds from sending to the answer, of saves that were answered at once. */
  readonly waits: number[];
  sentAgain: number;
  settledByHand: number;
}

const rest = (time: number) => new Promise((done) => setTimeout(done, time));
/** So many of its own sentences each writer keeps on a page; older ones are taken away again. */
const kept = 3;

/** Signs somebody in; asks again while nobody answers. */
export async function signIn(base: string, person: string): Promise<string> {
  const answer = await fetch(`${base}/api/auth/sign-in/demo`, {
    method: "POST",
    headers: { "content-type": "application/json", origin: base },
    body: JSON.stringify({ person }),
  });
  if (!answer.ok) throw new Error(`${person} could not sign in: ${answer.status}`);
  return answer.headers
    .getSetCookie()
    .map((each) => each.split(";")[0])
    .join("; ");
}

/** Writes until `until` (milliseconds since 1970), and settles what is under way then. */
export async function write(place: Place, writer: Writer, until: number, told: Told): Promise<void> {
  const own = new Map<string, string[]>();
  for (let round = 0; Date.now() < until; round++) {
    const page = writer.pages[Math.floor(writer.dice() * writer.pages.length)]!;
    const sentence = `${writer.name} saw the water at mark ${round} of ${writer.name}.`;
    for (let isFirst = true; ; isFirst = false) {
      const { number, document } = await readPage(place, writer, page);
      if (isFirst) await rest(writer.dice() * 2500);
      const content = changed(
        document.content ?? [],
        sentence,
        (own.get(page) ?? []).slice(0, -kept),
        isFirst ? writer.dice : () => 1,
      );
      const saved = await save(place, writer, page, number, { ...document, content }, told);
      if (saved === null) {
        told.settledByHand++;
        continue;
      }
      told.acknowledged.push({ page, number: saved, sentence });
      break;
    }
    own.set(page, [...(own.get(page) ?? []), sentence]);
  }
}

/** The page as somebody reads it: its screen is asked for, and what the editor would begin with. */
async function readPage(
  { base, courseId, sql }: Place,
  { cookie }: Writer,
  page: string,
): Promise<{ number: number; document: { type: string; content?: DocumentNode[] } }> {
  for (;;) {
    try {
      const screen = await fetch(`${base}/courses/${courseId}/pages/${page}`, { headers: { cookie } });
      await screen.text();
      if (screen.status === 404) throw new RangeError(`Page ${page} is not there for this writer`);
      const [found] = await sql<
        { number: number; document: { type: string; content?: DocumentNode[] } }[]
      >`select number, document from entry where course_id = ${courseId} and page_id = ${page}
        order by number desc limit 1`;
      return found!;
    } catch (problem) {
      if (problem instanceof RangeError) throw problem;
      await rest(300);
    }
  }
}

const textOf = (node: DocumentNode): string => node.text ?? (node.content ?? []).map(textOf).join("");

/**
 * The text with a sentence more, in a paragraph of its own or behind somebody's, and without those that go.
 */
function changed(
  content: readonly DocumentNode[],
  sentence: string,
  going: readonly string[],
  dice: () => number,
): DocumentNode[] {
  const left = content.filter((node) => node.type !== "paragraph" || !going.includes(textOf(node).trim()));
  const at = Math.min(left.length, Math.floor(dice() * (left.length + 1)));
  const target = left[at];
  if (target?.type === "paragraph" && dice() < 0.3)
    return left.map((node) =>
      node === target
        ? { ...node, content: [...(node.content ?? []), { type: "text", text: ` ${sentence}` }] }
        : node,
    );
  return [
    ...left.slice(0, at),
    { type: "paragraph", content: [{ type: "text", text: sentence }] },
    ...left.slice(at),
  ];
}

/**
 * Saves as the editor does: the same save is sent again until somebody says what came of it. Null: it has to
 * be settled by hand.
 */
async function save(
  { base, saveAction, courseId }: Place,
  { cookie, dice }: Writer,
  page: string,
  number: number,
  document: unknown,
  told: Told,
): Promise<number | null> {
  const saveId = Array.from(
    { length: 16 },
    () => "0123456789abcdefghijklmnopqrstuvwxyz"[Math.floor(Math.random() * 36)],
  ).join("");
  const sent = JSON.stringify({
    title: "",
    base: number,
    document: JSON.stringify(document),
    note: "",
    saveId,
    pasted: 0,
    largestPaste: 0,
    coWriters: [],
  });
  /** What is saved travels as a file, before the arguments that name it. */
  const body = () => {
    const form = new FormData();
    form.append("_1_parcel", new File([sent], "parcel", { type: "application/json" }));
    form.append("0", JSON.stringify([courseId, page, "$K1"]));
    return form;
  };
  for (let isFirst = true; ; isFirst = false) {
    const started = performance.now();
    const breaking = new AbortController();
    // Now and then the connection breaks while the save is on its way, or its answer is.
    const breaks = isFirst && dice() < 0.1 ? setTimeout(() => breaking.abort(), dice() * 120) : undefined;
    try {
      const answer = await fetch(`${base}/courses/${courseId}/pages/${page}/write`, {
        method: "POST",
        headers: { cookie, origin: base, "next-action": saveAction },
        body: body(),
        signal: breaking.signal,
      });
      const text = await answer.text();
      // Long texts stand in rows of their own before it, without a line end.
      const said = /1:(\{"kind":"(?:saved|refused)"[^\n]*\})\n*$/.exec(text)?.[1];
      if (answer.status === 200 && said) {
        const result = JSON.parse(said) as { kind: string; number?: number; title?: string };
        if (isFirst) told.waits.push(performance.now() - started);
        if (result.kind === "saved") return result.number!;
        if (/both of you changed the same|saved by others/.test(result.title ?? "")) return null;
        throw new RangeError(`A save was refused: ${result.title}`);
      }
    } catch (problem) {
      if (problem instanceof RangeError) throw problem;
    } finally {
      clearTimeout(breaks);
    }
    told.sentAgain++;
    await rest(200 + 400 * dice());
  }
}
