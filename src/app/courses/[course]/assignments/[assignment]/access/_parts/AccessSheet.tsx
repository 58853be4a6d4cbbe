"use client";
import { useMemo, useState } from "react";
import { Ahead } from "@/core/access/ahead";
import { type Person, type Power, powers, whoKey } from "@/core/access/rule";
import { type Cell, cellKey } from "@/core/access/setting";
import { cellAt, explainAt, personAt } from "@/core/access/sheet";
import type { SheetColumnDto, SheetDto } from "@/data/access/dto";
import type { AccessDto } from "@/data/pages/dto";
import { paths } from "@/ui/paths";
import { counted } from "@/ui/words/counts";
import { explained, powerAnswer, ruleWords } from "@/ui/words/access";
import { startLooking } from "@/app/_parts/looking";
import { nothingChosen, type Selection, toggle } from "./selection";
import type { LogLine } from "./log-lines";
import { LogTable } from "./LogTable";
import { SettingPanel } from "./SettingPanel";
import { SheetGrid } from "./SheetGrid";

interface Props {
  readonly courseId: string;
  readonly sheet: SheetDto;
  readonly log: readonly LogLine[];
  readonly now: Date;
}

/**
 * The sheet, what is chosen on it and what can be set for that, and the log. Every cell is computed here,
 * from the rules, by the code that decides each request on the server.
 */
export function AccessSheet({ courseId, sheet, log, now }: Props) {
  const [added, setAdded] = useState<readonly SheetColumnDto[]>([]);
  const [search, setSearch] = useState("");
  const [selection, select] = useState<Selection>(nothingChosen);
  const columns = useMemo(() => {
    const known = new Set(sheet.columns.map(({ who }) => whoKey(who)));
    return [...sheet.columns, ...added.filter(({ who }) => !known.has(whoKey(who)))];
  }, [sheet.columns, added]);
  const rows = useMemo(() => {
    const words = search.trim().toLowerCase();
    return words === ""
      ? sheet.rows
      : sheet.rows.filter(({ scope, title }) => scope === "page" && title.toLowerCase().includes(words));
  }, [sheet.rows, search]);
  const ahead = useMemo(
    () => new Ahead(sheet.rules, sheet.timeZone, now.getTime()),
    [sheet.rules, sheet.timeZone, now],
  );
  const cells = useMemo(() => {
    const set = new Set(sheet.rules.flatMap((rule) => (rule.isOfAssignment ? [] : [cellKey(rule)])));
    return rows.map((row) =>
      columns.map((column) => ({
        ...cellAt(ahead, personAt(column, row), row),
        isSet: set.has(cellKey({ scope: row.scope, place: row.id, who: column.who })),
      })),
    );
  }, [ahead, rows, columns, sheet.rules]);

  const find = (words: string) => {
    setSearch(words);
    select(nothingChosen);
  };
  const chosen = [...selection.chosen]
    .sort((one, other) => one - other)
    .map((cell) => ({
      row: rows[Math.floor(cell / columns.length)]!,
      column: columns[cell % columns.length]!,
    }));
  const asked = chosen.map(({ row, column }): Cell => ({ scope: row.scope, place: row.id, who: column.who }));
  const wikiId = sheet.rows.find(({ scope }) => scope === "wiki")?.id;
  const groups = sheet.groups.filter(
    ({ id }) => !columns.some(({ who }) => who.kind === "members" && who.group === id),
  );

  return (
    <>
      <div className="table-tools">
        <label className="plain-label">
          Find pages{" "}
          <input
            className="plain-input short"
            type="search"
            value={search}
            onChange={(event) => find(event.target.value)}
          />
        </label>
        {search !== "" && (
          <button
            type="button"
            className="plain-button"
            disabled={rows.length === 0}
            onClick={() =>
              select(
                toggle(
                  nothingChosen,
                  rows.map((_, row) => row * columns.length),
                ),
              )
            }
          >
            Choose {counted(rows.length, "page")} for {columns[0]!.name}
          </button>
        )}
        <span className="spacer" />
        {wikiId && sheet.members.length > 0 && (
          <label className="plain-label">
            See this wiki as{" "}
            <select
              className="plain-select wide"
              value=""
              onChange={(event) => {
                if (event.target.value)
                  void startLooking(courseId, event.target.value, paths.wiki(courseId, wikiId));
              }}
            >
              <option value="">choose</option>
              {sheet.members.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
        {groups.length > 0 && (
          <label className="plain-label">
            Set something for another group{" "}
            <select
              className="plain-select wide"
              value=""
              onChange={(event) => {
                const group = groups.find(({ id }) => id === event.target.value);
                if (group)
                  setAdded([
                    ...added,
                    { who: { kind: "members", group: group.id }, name: group.name, mark: null },
                  ]);
                select(nothingChosen);
              }}
            >
              <option value="">choose</option>
              {groups.map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <div className="access-columns">
        {rows.length === 0 ? (
          <p className="notice">
            No page is called like that.{" "}
            <button type="button" className="plain-button" onClick={() => find("")}>
              Show all
            </button>
          </p>
        ) : (
          <SheetGrid
            rows={rows}
            columns={columns}
            cells={cells}
            selection={selection}
            select={select}
            zone={sheet.timeZone}
            now={now}
          />
        )}
        <aside className="access-panel" aria-label="What is chosen">
          {chosen.length === 0 ? (
            <div className="quiet access-help">
              <p>Choose cells to see why they say what they say, and to set something else for them.</p>
              <p>
                Click or draw with the mouse; a page’s or a person’s name takes the whole line; with{" "}
                <kbd>Ctrl</kbd> what was chosen stays. By keyboard: arrows, with <kbd>Shift</kbd> for a
                stretch, <kbd>Space</kbd>, <kbd>Ctrl A</kbd>, <kbd>Esc</kbd>.
              </p>
              <p>
                A cell with a brass corner has something of its own; all others follow the lines above them.
              </p>
            </div>
          ) : (
            <SettingPanel
              key={asked.map(cellKey).join()}
              courseId={courseId}
              assignmentId={sheet.assignment.id}
              cells={asked}
              about={aboutChosen(chosen, sheet, ahead, now)}
              zone={sheet.timeZone}
              now={now}
              onlyReading={sheet.closed !== null}
            />
          )}
        </aside>
      </div>
      <LogTable courseId={courseId} lines={log} zone={sheet.timeZone} now={now} />
    </>
  );
}

type Chosen = readonly { readonly row: SheetDto["rows"][number]; readonly column: SheetColumnDto }[];

/** What is chosen in words; of a single cell, why it says what it says, and what it overrode. */
function aboutChosen(chosen: Chosen, sheet: SheetDto, ahead: Ahead, now: Date) {
  const rows = new Set(chosen.map(({ row }) => row.id)).size;
  const columns = new Set(chosen.map(({ column }) => whoKey(column.who))).size;
  const only = chosen.length === 1 ? chosen[0]! : null;
  if (!only)
    return {
      title: `${counted(chosen.length, "cell")} on ${counted(rows, "line")}, for ${counted(columns, "column")}`,
      why: null,
      overrode: [],
      powers: null,
    };
  const person = personAt(only.column, only.row);
  const { level, because, overrode } = explainAt(ahead, person, only.row);
  const change = cellAt(ahead, person, only.row).next;
  const date = (at: number | null) => (at === null ? null : new Date(at));
  const access: AccessDto = {
    level,
    next: change && { at: new Date(change.at), level: change.level },
    because:
      because.kind === "built in"
        ? because
        : {
            kind: "rule",
            scope: because.rule.scope,
            who: because.rule.who.kind,
            madeBy: sheet.makers[because.rule.id] ?? "",
            madeAt: new Date(because.rule.madeAt),
            from: date(because.rule.from),
            until: date(because.rule.until),
            weekly: because.rule.weekly,
          },
  };
  return {
    title: `${only.row.title}: ${only.column.name}`,
    why: explained(access, sheet.timeZone, now),
    powers: powersAt(person, only.row, sheet, ahead),
    overrode: overrode.map((rule) =>
      ruleWords(
        { ...rule, who: rule.who.kind, from: date(rule.from), until: date(rule.until) },
        sheet.timeZone,
        now,
      ),
    ),
  };
}

/** Each power of the single cell that is chosen, with where the answer comes from. */
function powersAt(
  person: Person,
  { place }: SheetDto["rows"][number],
  sheet: SheetDto,
  ahead: Ahead,
): Record<Power, string> {
  return Object.fromEntries(
    powers.map((power) => {
      const { given, because } = ahead.now.power(person, place, power);
      return [
        power,
        powerAnswer(
          given,
          because.kind === "rule"
            ? {
                scope: because.rule.scope,
                isOfAssignment: because.rule.isOfAssignment,
                by: sheet.makers[because.rule.id] ?? "",
              }
            : null,
        ),
      ];
    }),
  ) as Record<Power, string>;
}
