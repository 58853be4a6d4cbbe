"use client";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { whoKey } from "@/core/access/rule";
import type { LogDto, LogLineDto, SheetDto, ToldChange } from "@/data/access/dto";
import { counted } from "@/ui/words/counts";
import { settingsWords } from "@/ui/words/access";
import { moment } from "@/ui/words/times";
import { type Changed, undo } from "../actions";

/** Every change of access of the assignment: who, when, what stood before and after. Each can be undone. */
export function LogTable({ courseId, sheet, log, now }: { courseId: string; sheet: SheetDto; log: LogDto; now: Date }) {
  const router = useRouter();
  const [said, setSaid] = useState<Changed | null>(null);
  const [busy, setBusy] = useState<string | null>(null);
  const zone = sheet.timeZone;

  async function takeBack(line: LogLineDto): Promise<void> {
    setBusy(line.id);
    try {
      const answer = await undo(courseId, line.id);
      setSaid(answer);
      if (answer.kind === "done") router.refresh();
    } catch {
      setSaid({ kind: "wrong", text: "The server did not answer. Load the page again to see what holds." });
    } finally {
      setBusy(null);
    }
  }

  return (
    <section className="section" aria-labelledby="access-log">
      <h2 id="access-log">Log</h2>
      <div role="status">{said && <p className={`notice ${said.kind}`}>{said.text}</p>}</div>
      {log.lines.length === 0 ? <p className="quiet">Nothing has been set by hand: what holds comes from the assignment’s own times.</p> : (
        <div className="scroll-x">
          <table className="ledger">
            <thead><tr><th scope="col">When</th><th scope="col">By</th><th scope="col">What</th><th scope="col">Before</th><th scope="col">After</th><th scope="col"><span className="visually-hidden">Undo</span></th></tr></thead>
            <tbody>
              {log.lines.map((line) => {
                const whats = gather(line, log, sheet, now);
                return (
                  <tr key={line.id} className={line.undoneAt ? "undone" : undefined}>
                    <td>{moment(line.at, zone, now)}</td>
                    <td>{line.by}</td>
                    <td>{line.kind === "undo" && line.undid ? <div>Undid what was set {moment(line.undid, zone, now)}</div> : null}{line.kind === "more time" ? <div>More time</div> : null}{whats.map(({ what }) => <div key={what}>{what}</div>)}</td>
                    <td>{whats.map(({ what, before }) => <div key={what}>{before}</div>)}</td>
                    <td>{whats.map(({ what, after }) => <div key={what}>{after}</div>)}</td>
                    <td className="row-actions">{line.kind !== "undo" && (line.undoneAt ? <span className="quiet">undone {moment(line.undoneAt, zone, now)}</span> : <button type="button" className="plain-button" disabled={busy !== null} onClick={() => void takeBack(line)}>Undo</button>)}</td>
                  </tr>
                );
              })}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

/** A change's cells, those together that were set for the same people from the same to the same. */
function gather({ told }: LogLineDto, { names }: LogDto, { timeZone, assignment }: SheetDto, now: Date): { what: string; before: string; after: string }[] {
  const found = new Map<string, { cells: ToldChange[]; before: string; after: string }>();
  for (const change of told) {
    const [before, after] = [settingsWords(change.before, timeZone, now), settingsWords(change.after, timeZone, now)];
    const key = [whoKey(change.cell.who), before, after].join("|");
    const line = found.get(key) ?? { cells: [], before, after };
    line.cells.push(change);
    found.set(key, line);
  }
  return [...found.values()].map(({ cells, before, after }) => {
    const places = cells.map(({ cell }) => (cell.scope === "assignment" ? assignment.title : (names[cell.place] ?? "a page that is gone")));
    const shown = places.length <= 3 ? places.join(", ") : `${places.slice(0, 2).join(", ")} and ${counted(places.length - 2, "other")}`;
    return { what: `${shown}: ${whoName(cells[0]!.cell.who, names)}`, before, after };
  });
}

const whoNames = { course: "everybody on the course", students: "other students", assistants: "assistants", observers: "observers", group: "the group", owner: "the owner" } as const;

function whoName(who: ToldChange["cell"]["who"], names: LogDto["names"]): string {
  if (who.kind === "person") return names[who.person] ?? "somebody";
  return who.kind === "members" ? (names[who.group] ?? "a group") : whoNames[who.kind];
}
