"use client";
import { useRouter } from "next/navigation";
import { type ReactNode, useCallback, useEffect, useRef, useState } from "react";
import { AuthorMark } from "@/ui/authors/AuthorMark";
import { Link } from "@/ui/frame/Link";
import { useScreenKeys } from "@/ui/keys/useScreenKeys";
import { listed } from "@/ui/words/counts";
import { stateAbout, stateWords } from "@/ui/words/marks";
import { finish } from "../actions";
import type { AccountView, SubjectView } from "./account-view";
import { CriterionLine } from "./CriterionLine";
import { MarkLines } from "./MarkLines";
import { NoteLines } from "./NoteLines";
import { PinBar } from "./PinBar";
import { type Pinnable, pinnableAt, selectedPassage } from "./pinnable";
import { PinSlips } from "./PinSlips";
import { useAccount } from "./useAccount";
import { useActs } from "./useActs";

interface Props {
  readonly courseId: string;
  readonly account: AccountView;
  /** Whose work is shown; null: the group's. */
  readonly personId: string | null;
  /** Addresses: of each subject ("" for the group), of the groups before and after this one. */
  readonly hrefs: Readonly<Record<string, string>>;
  readonly before: { readonly name: string; readonly href: string } | null;
  readonly next: { readonly name: string; readonly href: string } | null;
  readonly marksHref: string;
  readonly criteriaHref: string;
  /** The work, drawn on the server. */
  readonly work: ReactNode;
  readonly feedback: ReactNode;
}

/** What it comes to so far: the mark, or how much of the sheet is judged. */
function runningTotal(
  { groupMark, outOf, openOfGroup, isDirect }: AccountView,
  { personId, criteria, held, proposed }: SubjectView,
): string {
  if (personId !== null && held) return `${held.value} of ${outOf}`;
  if (personId !== null) return proposed === null ? "No proposal yet" : `${proposed} proposed`;
  if (groupMark !== null) return `Comes to ${groupMark} of ${outOf}${isDirect ? ", set directly" : ""}`;
  return criteria.length === 0 ? "" : `${criteria.length - openOfGroup} of ${criteria.length} judged`;
}

/** The state under a name; where many stand side by side, the mark says enough. */
function subjectState({ value, personId, state }: SubjectView, isMany: boolean): string {
  if (value === null || personId === null) return stateWords[state];
  return isMany ? String(value) : `${value}, ${stateWords[state]}`;
}

/** The work at the left, the account at the right: what is selected in the one is pinned in the other. */
export function AssessScreen({
  courseId,
  account: first,
  personId,
  hrefs,
  before,
  next,
  marksHref,
  criteriaHref,
  work,
  feedback,
}: Props) {
  const router = useRouter();
  const { account, run, undo, canUndo, said, isBusy, others } = useAccount(courseId, first);
  const subject = account.subjects.find((each) => each.personId === personId) ?? account.subjects[0]!;
  const acts = useActs(courseId, { account, run }, subject);
  // Where the sheet has nothing for each student, what is pinned for one stands under the group's criteria.
  const pinCriteria = subject.criteria.length > 0 ? subject.criteria : account.subjects[0]!.criteria;
  const loosePins = subject.pins.filter(
    (pin) => !subject.criteria.some(({ id }) => pin.criteria.includes(id)),
  );
  const workSide = useRef<HTMLDivElement>(null);
  // Each subject begins at its first criterion.
  const [stands, setStands] = useState({ of: personId, at: 0 });
  const here = stands.of === personId ? stands.at : 0;
  const setHere = (to: number) => setStands({ of: personId, at: to });
  const accountSide = useRef<HTMLElement>(null);
  // On another subject both halves begin at their top; where an address leads to a line, the browser goes
  // there first.
  const shown = useRef(personId);
  useEffect(() => {
    if (shown.current === personId) return;
    shown.current = personId;
    for (const side of [accountSide.current, workSide.current]) side?.scrollTo({ top: 0 });
  }, [personId]);
  const [pinnable, setPinnable] = useState<Pinnable | null>(null);
  const lines = useRef<HTMLOListElement>(null);
  const at = Math.min(here, Math.max(0, subject.criteria.length - 1));
  const isMany = account.subjects.length > 7;
  const order = account.subjects.map((each) => each.personId ?? "");
  const step = (by: 1 | -1) => {
    const to = order[order.indexOf(subject.personId ?? "") + by];
    if (to !== undefined) router.push(hrefs[to]!, { scroll: false });
  };

  const selected = useCallback(() => {
    const found = selectedPassage(window.getSelection());
    if (found && !account.isReadOnly) setPinnable(found);
  }, [account.isReadOnly]);
  useEffect(() => {
    document.addEventListener("selectionchange", selected);
    return () => document.removeEventListener("selectionchange", selected);
  }, [selected]);
  // By the keyboard on arriving, by the mouse once it was pressed: between its two halves nothing may come
  // under the pointer.
  const point = (target: EventTarget) => {
    if (selectedPassage(window.getSelection()) || account.isReadOnly) return;
    const found = pinnableAt(target, subject.personId);
    if (found) setPinnable(found);
  };

  useScreenKeys((key, event) => {
    const digit = /^[1-9]$/.test(key) ? Number(key) - 1 : null;
    const isInWork = workSide.current?.contains(document.activeElement) ?? false;
    if (key === "Escape" && pinnable) return setPinnable(null);
    if (key === "n") return step(1);
    if (key === "p") return step(-1);
    if (key === "g" && next) return router.push(next.href);
    if (account.isReadOnly) return;
    if (key === "z" && canUndo) return undo();
    if (key === "a" && subject.personId && subject.proposed !== null && account.hand === "first")
      return void acts.accept([
        { personId: subject.personId, computed: subject.proposed, held: subject.held },
      ]);
    if (digit !== null && pinnable) {
      const criterion = pinCriteria[digit];
      if (criterion)
        void acts
          .pin({ criteria: [criterion.id], thing: pinnable.thing, note: "", shown: false })
          .then((isDone) => {
            if (isDone) setPinnable(null);
          });
      return;
    }
    const criterion = subject.criteria[at];
    if (digit !== null && criterion && criterion.judging.by !== "points") {
      const level =
        criterion.judging.by === "levels" ? criterion.judging.levels[digit]?.id : ["met", "not met"][digit];
      if (level) acts.judge(criterion, { level, points: null });
    }
    if ((key === "ArrowDown" || key === "ArrowUp") && !isInWork && subject.criteria.length > 0) {
      event.preventDefault();
      const to = Math.max(0, Math.min(subject.criteria.length - 1, at + (key === "ArrowDown" ? 1 : -1)));
      setHere(to);
      lines.current?.children[to]
        ?.querySelector<HTMLElement>("[aria-checked='true'], [role='radio'], input")
        ?.focus();
    }
  });

  return (
    <div className="assess">
      <div
        className="assess-work"
        ref={workSide}
        onClick={(event) => point(event.target)}
        onKeyUp={(event) => {
          if (event.key === "Tab") point(event.target);
        }}
      >
        {work}
        {pinnable && !account.isReadOnly && (
          <PinBar
            key={JSON.stringify(pinnable.thing)}
            pinnable={pinnable}
            name={subject.name}
            criteria={pinCriteria}
            acts={acts}
            close={() => setPinnable(null)}
          />
        )}
      </div>
      <section className="assess-account" id="account" ref={accountSide} aria-label="Account">
        <header>
          <nav aria-label="Group and members" className="subject-row" data-many={isMany}>
            {account.subjects.map((each) => (
              <Link
                key={each.personId ?? ""}
                href={hrefs[each.personId ?? ""]!}
                scroll={false}
                aria-current={each.personId === subject.personId}
                title={stateAbout[each.state]}
              >
                <span className="subject-name">
                  {each.mark !== null && <AuthorMark mark={each.mark} />}
                  {each.name}
                </span>
                <small>{subjectState(each, isMany)}</small>
              </Link>
            ))}
          </nav>
          <div className="assess-said" aria-live="polite">
            <p className="running">{runningTotal(account, subject)}</p>
            {others.length > 0 && <p className="quiet">Also here: {listed(others)}.</p>}
            {said && (
              <p
                className={said.kind === "wrong" ? "notice wrong" : "quiet done"}
                role={said.kind === "wrong" ? "alert" : undefined}
              >
                {said.text}
              </p>
            )}
            {canUndo && (
              <button type="button" className="plain-button" disabled={isBusy} title="Key z" onClick={undo}>
                Undo
              </button>
            )}
          </div>
        </header>
        {account.version === null && (
          <p className="notice">
            <span>
              This assignment has no criteria: marks are set directly.{" "}
              <Link href={criteriaHref}>Set criteria</Link>
            </span>
          </p>
        )}
        {subject.remarks.map((remark) => (
          <p key={remark} className="notice">
            {remark}.
          </p>
        ))}
        {subject.share && <p className="quiet">Share that the rule takes: {subject.share}.</p>}
        {subject.teammates && (
          <p className="teammates-line">
            <strong>Teammates.</strong> {subject.teammates}
          </p>
        )}
        {subject.teammateLines.map(({ by, line }) => (
          <p key={by} className="teammates-line">
            <q>{line}</q> <span className="quiet">{by}</span>
          </p>
        ))}
        {subject.criteria.length > 0 ? (
          <ol className="criteria-account" ref={lines}>
            {subject.criteria.map((criterion, index) => (
              <CriterionLine
                key={criterion.id}
                at={index}
                criterion={criterion}
                subject={subject}
                acts={acts}
                isHere={index === at}
                go={() => setHere(index)}
                isReadOnly={account.isReadOnly}
              />
            ))}
          </ol>
        ) : (
          subject.personId !== null &&
          account.version !== null && (
            <p className="quiet">
              The sheet has no criteria for each student: the group’s are judged with the group.
            </p>
          )
        )}
        <MarkLines account={account} subject={subject} acts={acts} isBusy={isBusy} />
        <section className="account-part">
          <h3>Pinned to {subject.name}</h3>
          {loosePins.length === 0 ? (
            <p className="quiet">Select words or a line of the work to pin it here or to a criterion.</p>
          ) : (
            <PinSlips
              pins={loosePins}
              acts={acts}
              criteria={pinCriteria}
              isReadOnly={account.isReadOnly}
              tellsCriteria
            />
          )}
          <NoteLines
            notes={subject.notes.filter(({ criterion }) => criterion === null)}
            acts={acts}
            criterion={null}
            title={subject.name}
            isReadOnly={account.isReadOnly}
          />
        </section>
        {account.hand === "second" && account.isBlind && !account.isReadOnly && (
          <p className="notice">
            <span>
              You assess beside somebody else, whose judgements you see once you are done.{" "}
              <button
                type="button"
                className="plain-button"
                onClick={() =>
                  void run(() => finish(courseId, account.wikiId), {
                    what: "You are done: what the first assessor judged is shown now.",
                  })
                }
              >
                I am done
              </button>
            </span>
          </p>
        )}
        <section className="account-part">
          <h3>Feedback</h3>
          {feedback}
        </section>
        <footer className="actions">
          {before && <Link href={before.href}>{before.name}, before</Link>}
          {next && <Link href={next.href}>{next.name}, next</Link>}
          <Link href={marksHref}>Marks of the class</Link>
        </footer>
      </section>
    </div>
  );
}
