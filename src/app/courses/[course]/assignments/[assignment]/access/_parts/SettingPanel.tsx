"use client";
import { useRouter } from "next/navigation";
import { useEffect, useState } from "react";
import { type Level, levels, type Power } from "@/core/access/may";
import type { Cell, Setting } from "@/core/access/setting";
import { dateAfter, instantAt, wallClockAt } from "@/core/time/zone";
import type { AccessPreview } from "@/data/access/dto";
import { Button } from "@/ui/forms/Button";
import { parcel } from "@/ui/forms/parcel";
import { accessProblem, levelNames, levelNotes } from "@/ui/words/access";
import { counted } from "@/ui/words/counts";
import { moment } from "@/ui/words/times";
import { type Changed, preview, set, undo } from "../actions";
import { CellPowers } from "./CellPowers";
import { answerOf, seeWhatHolds } from "@/ui/forms/no-answer";

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly cells: readonly Cell[];
  readonly about: {
    readonly title: string;
    readonly why: string | null;
    readonly overrode: readonly string[];
    readonly powers: Readonly<Record<Power, string>> | null;
  };
  readonly zone: string;
  readonly now: Date;
  readonly onlyReading: boolean;
}

type Whenever = "always" | "window" | "weekly";

const whenevers = { always: "Always", window: "Within a window", weekly: "In hours of the week" } as const;
const dayNames = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];
const asMinutes = (clock: string) => Number(clock.slice(0, 2)) * 60 + Number(clock.slice(3));

/** What is chosen, why it is as it is, and what is to hold instead: looked at first, then set. */
export function SettingPanel({ courseId, assignmentId, cells, about, zone, now, onlyReading }: Props) {
  const router = useRouter();
  const [level, setLevel] = useState<Level | "above" | null>(null);
  const [whenever, setWhenever] = useState<Whenever>("always");
  const [from, setFrom] = useState("");
  const [today, time] = wallClockAt(now, zone).split("T") as [string, string];
  const inAWeek = `${dateAfter(today, 7)}T${time}`;
  const [until, setUntil] = useState(inAWeek);
  const [weekDays, setDays] = useState<readonly number[]>([]);
  const [hours, setHours] = useState({ from: "09:00", until: "10:30" });
  const [seen, setSeen] = useState<AccessPreview | null>(null);
  const [said, setSaid] = useState<Changed | null>(null);
  const [isBusy, setBusy] = useState(false);

  /** A window ends, unless one says otherwise; hours of the week come again and again. */
  const chooseWhen = (next: Whenever) => {
    setWhenever(next);
    setUntil(next === "weekly" ? "" : inAWeek);
  };
  const instant = (clock: string) => (clock === "" ? null : (instantAt(clock, zone)?.getTime() ?? null));
  const isWindow = level !== "above" && whenever === "window";
  const isWeekly = level !== "above" && whenever === "weekly";
  const setting: Setting = {
    level: level === "above" ? null : level,
    from: isWindow || isWeekly ? instant(from) : null,
    until: isWindow || (isWeekly && until !== "") ? instant(until) : null,
    weekly: isWeekly
      ? { days: weekDays, from: asMinutes(hours.from), until: asMinutes(hours.until) || 1440 }
      : null,
  };
  const isReady =
    level !== null && !(isWindow && from === "" && until === "") && !(isWeekly && weekDays.length === 0);
  const asked = JSON.stringify({ cells, setting });

  useEffect(() => {
    if (!isReady) return;
    let isOld = false;
    const later = setTimeout(() => {
      preview(courseId, assignmentId, parcel(JSON.parse(asked))).then(
        (answer) => {
          if (!isOld) setSeen(answer);
        },
        () => {
          if (!isOld) setSeen(null);
        },
      );
    }, 200);
    return () => {
      isOld = true;
      clearTimeout(later);
    };
  }, [asked, isReady, courseId, assignmentId]);

  async function act(action: () => Promise<Changed>): Promise<void> {
    setBusy(true);
    const answer = await answerOf(action());
    setSaid(answer ?? { kind: "wrong", text: seeWhatHolds });
    if (answer?.kind === "done") {
      setLevel(null);
      setSeen(null);
      router.refresh();
    }
    setBusy(false);
  }

  return (
    <>
      <h2>{about.title}</h2>
      {about.why && <p>{about.why}</p>}
      {about.overrode.length > 0 && (
        <details>
          <summary>Overridden: {counted(about.overrode.length, "rule")}</summary>
          <ul className="overridden">
            {about.overrode.map((words) => (
              <li key={words}>{words}</li>
            ))}
          </ul>
        </details>
      )}
      <div role="status">
        {said?.kind === "done" && (
          <p className="notice done">
            <span>{said.text}</span>
            {said.changeId && (
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={() => void act(() => undo(courseId, said.changeId!))}
              >
                Undo
              </button>
            )}
          </p>
        )}
      </div>
      <div role="alert">{said?.kind === "wrong" && <p className="notice wrong">{said.text}</p>}</div>
      {onlyReading ? (
        <p className="notice">The course has been archived: nothing can be set.</p>
      ) : (
        <>
          <fieldset className="level-choices">
            <legend>Set for {counted(cells.length, "cell")}</legend>
            {[...levels].reverse().map((each) => (
              <label key={each}>
                <input
                  type="radio"
                  name="level"
                  checked={level === each}
                  onChange={() => {
                    setLevel(each);
                    setSaid(null);
                  }}
                />
                <span>
                  {levelNames[each]}
                  <small>{levelNotes[each]}</small>
                </span>
              </label>
            ))}
            <label>
              <input
                type="radio"
                name="level"
                checked={level === "above"}
                onChange={() => {
                  setLevel("above");
                  setSaid(null);
                }}
              />
              <span>
                As above<small>nothing of its own: what the lines above say</small>
              </span>
            </label>
          </fieldset>
          {level !== null && level !== "above" && (
            <fieldset className="when-choices">
              <legend>When</legend>
              {(Object.keys(whenevers) as Whenever[]).map((each) => (
                <label key={each}>
                  <input
                    type="radio"
                    name="when"
                    checked={whenever === each}
                    onChange={() => chooseWhen(each)}
                  />
                  {whenevers[each]}
                </label>
              ))}
              {whenever === "weekly" && (
                <>
                  <div className="week-days" role="group" aria-label="Days">
                    {dayNames.map((name, day) => (
                      <label key={name}>
                        <input
                          type="checkbox"
                          checked={weekDays.includes(day)}
                          onChange={() =>
                            setDays(
                              weekDays.includes(day)
                                ? weekDays.filter((each) => each !== day)
                                : [...weekDays, day],
                            )
                          }
                        />
                        {name}
                      </label>
                    ))}
                  </div>
                  <div className="field-pair">
                    <label>
                      From hour{" "}
                      <input
                        type="time"
                        className="plain-input"
                        value={hours.from}
                        onChange={(event) => setHours({ ...hours, from: event.target.value })}
                      />
                    </label>
                    <label>
                      Until hour{" "}
                      <input
                        type="time"
                        className="plain-input"
                        value={hours.until}
                        onChange={(event) => setHours({ ...hours, until: event.target.value })}
                      />
                    </label>
                  </div>
                </>
              )}
              {whenever !== "always" && (
                <div className="field-pair">
                  <label>
                    From{" "}
                    <input
                      type="datetime-local"
                      className="plain-input"
                      value={from}
                      onChange={(event) => setFrom(event.target.value)}
                    />
                  </label>
                  <label>
                    Until{" "}
                    <input
                      type="datetime-local"
                      className="plain-input"
                      value={until}
                      onChange={(event) => setUntil(event.target.value)}
                    />
                  </label>
                  <small className="quiet">
                    Clocks of {zone}. Without a beginning it holds from now on, without an end for good;
                    afterwards what held before holds again.
                  </small>
                </div>
              )}
            </fieldset>
          )}
          {isReady && (
            <div className="seen" aria-live="polite">
              {seen === null ? (
                <p className="quiet">Working out what changes.</p>
              ) : (
                <Seen seen={seen} zone={zone} now={now} />
              )}
            </div>
          )}
          <div className="actions">
            <Button
              variant="contained"
              disabled={!isReady || isBusy || seen?.kind === "refused"}
              onClick={() => void act(() => set(courseId, assignmentId, parcel(JSON.parse(asked))))}
            >
              {isBusy ? "Setting" : `Set for ${counted(cells.length, "cell")}`}
            </Button>
          </div>
          {cells.every(({ who }) => who.kind !== "guests") && (
            <CellPowers
              courseId={courseId}
              assignmentId={assignmentId}
              cells={cells}
              now={about.powers}
              isBusy={isBusy}
              act={act}
            />
          )}
        </>
      )}
    </>
  );
}

function Seen({ seen, zone, now }: { seen: AccessPreview; zone: string; now: Date }) {
  if (seen.kind === "refused")
    return <p className="field-problem">{accessProblem(seen.problem, zone, now)}</p>;
  const when = seen.from ? `From ${moment(seen.from, zone, now)} on` : "At once";
  return seen.effects.length === 0 ? (
    <p>{when}: nobody may do anything else than before.</p>
  ) : (
    <>
      <p>{when}:</p>
      <ul>
        {seen.effects.map(({ from, to, pages, people }) => (
          <li key={from + to}>
            <strong>{levelNames[from]}</strong> becomes <strong>{levelNames[to]}</strong> on{" "}
            {counted(pages, "page")}, for {counted(people, "person", "people")}
          </li>
        ))}
      </ul>
    </>
  );
}
