"use client";
import { useMemo } from "react";
import type { PinGiven } from "@/data/marks/pins";
import type { PlainAct } from "@/data/marks/give";
import { markKindWords } from "@/ui/words/marks";
import {
  accept,
  actOn,
  type AccountAnswer,
  changePinTo,
  judgeCriterion,
  note,
  pinTo,
  renote,
  set,
} from "../actions";
import type { AccountView, CriterionView, PinView, SubjectView } from "./account-view";
import type { Account } from "./useAccount";

type Given = { readonly level: string | null; readonly points: string | null } | null;

const undoMark = (
  courseId: string,
  wikiId: string,
  personId: string | null,
  before: SubjectView["held"],
): (() => Promise<AccountAnswer>) =>
  before
    ? () => set(courseId, wikiId, personId, before.value, before.reason || "As it was before")
    : () => actOn(courseId, wikiId, personId, "taken back", "");

/** What an assessor can do with the subject that is shown; each act says what it did and how it is undone. */
export function useActs(
  courseId: string,
  { account, run }: Pick<Account, "account" | "run">,
  subject: SubjectView,
) {
  const { wikiId, version } = account;
  const { personId, name } = subject;
  return useMemo(() => {
    const judgeAs = (criterion: CriterionView, given: Given, seen: string | null): Promise<AccountAnswer> =>
      judgeCriterion(courseId, wikiId, {
        personId,
        criterion: criterion.id,
        version: version ?? 0,
        level: given?.level ?? null,
        points: given?.points ?? null,
        seen,
      });
    const nowHeld = (after: AccountView, criterion: string) =>
      after.subjects.find((each) => each.personId === personId)?.criteria.find(({ id }) => id === criterion)
        ?.given?.id ?? null;
    return {
      judge: (criterion: CriterionView, chosen: Given) => {
        const before: Given = criterion.given && {
          level: criterion.given.level,
          points: criterion.given.points,
        };
        let held: string | null = null;
        const act = async () => {
          const answer = await judgeAs(criterion, chosen, criterion.given?.id ?? null);
          if (answer.kind === "done") held = nowHeld(answer.account, criterion.id);
          return answer;
        };
        const told =
          chosen === null
            ? "taken back"
            : criterion.judging.by === "levels"
              ? (criterion.judging.levels.find(({ id }) => id === chosen.level)?.title ?? "")
              : (chosen.points ?? chosen.level ?? "");
        const given: CriterionView["given"] = chosen && {
          id: "",
          ...chosen,
          by: "you",
          at: "now",
          isSettled: false,
        };
        const meanwhile = (now: AccountView): AccountView => ({
          ...now,
          subjects: now.subjects.map((each) =>
            each.personId !== personId
              ? each
              : {
                  ...each,
                  criteria: each.criteria.map((line) =>
                    line.id === criterion.id ? { ...line, given } : line,
                  ),
                },
          ),
        });
        void run(act, {
          what: `“${criterion.title}” of ${name}: ${told}.`,
          back: () => judgeAs(criterion, before, held),
          meanwhile,
        });
      },
      accept: (
        people: readonly {
          readonly personId: string;
          readonly computed: string;
          readonly held: SubjectView["held"];
        }[],
      ) =>
        run(
          () =>
            accept(
              courseId,
              wikiId,
              people.map(({ personId: id, computed }) => ({ personId: id, computed })),
            ),
          {
            what:
              people.length === 1
                ? `${name}: ${people[0]!.computed} accepted.`
                : `${people.length} proposals accepted.`,
            back:
              people.length === 1
                ? undoMark(courseId, wikiId, people[0]!.personId, people[0]!.held)
                : async () => {
                    let answer: AccountAnswer | null = null;
                    for (const each of people)
                      answer = await undoMark(courseId, wikiId, each.personId, each.held)();
                    return answer!;
                  },
          },
        ),
      set: async (value: string, reason: string): Promise<boolean> =>
        (
          await run(() => set(courseId, wikiId, personId, value, reason), {
            what: `${name}: ${value} set.`,
            back: undoMark(courseId, wikiId, personId, subject.held),
          })
        )?.kind === "done",
      actOn: async (kind: PlainAct, reason: string): Promise<boolean> => {
        const opposite: Partial<Record<PlainAct, PlainAct>> = {
          "left out": "counted again",
          "counted again": "left out",
          "held back": "let go",
          "let go": "held back",
        };
        const back = opposite[kind];
        const was =
          (kind === "counted again" ? subject.leftOut : kind === "let go" ? subject.heldBack : null) ?? "";
        return (
          (
            await run(() => actOn(courseId, wikiId, personId, kind, reason), {
              what: `${name}: ${markKindWords[kind]}.`,
              back: back
                ? () => actOn(courseId, wikiId, personId, back, was)
                : subject.held
                  ? undoMark(courseId, wikiId, personId, subject.held)
                  : null,
            })
          )?.kind === "done"
        );
      },
      note: async (criterion: string | null, id: string | null, body: string): Promise<boolean> =>
        (
          await run(
            () =>
              id === null
                ? note(courseId, wikiId, personId, criterion, body)
                : renote(courseId, wikiId, id, body),
            { what: id !== null && body.trim() === "" ? "The note is taken back." : "The note is kept." },
          )
        )?.kind === "done",
      pin: async (given: Omit<PinGiven, "personId">): Promise<boolean> => {
        let made = "";
        const act = async () => {
          const answer = await pinTo(courseId, wikiId, { ...given, personId });
          if (answer.kind === "done") made = answer.id ?? "";
          return answer;
        };
        // What was pinned already has been given one more criterion.
        const back = () => {
          const before = subject.pins.find(({ id }) => id === made);
          return changePinTo(
            courseId,
            wikiId,
            made,
            before ? { criteria: before.criteria, note: before.note, shown: before.shown } : null,
          );
        };
        return (await run(act, { what: `Pinned for ${name}.`, back }))?.kind === "done";
      },
      changePin: async (
        pin: PinView,
        change: {
          readonly criteria: readonly string[];
          readonly note: string;
          readonly shown: boolean;
        } | null,
      ): Promise<boolean> =>
        (
          await run(() => changePinTo(courseId, wikiId, pin.id, change), {
            what: change ? "The pin is changed." : "The pin is taken off.",
            back: () =>
              changePinTo(courseId, wikiId, pin.id, {
                criteria: pin.criteria,
                note: pin.note,
                shown: pin.shown,
              }),
          })
        )?.kind === "done",
    };
  }, [courseId, wikiId, version, personId, name, run, subject]);
}
export type AssessActs = ReturnType<typeof useActs>;
