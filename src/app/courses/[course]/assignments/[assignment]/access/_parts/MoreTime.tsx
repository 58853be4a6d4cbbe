"use client";
import { useState } from "react";
import type { MoreTimeChoices } from "@/data/access/more-time";
import { Button } from "@/ui/forms/Button";
import { Said } from "@/ui/forms/Said";
import { SteadyForm } from "@/ui/forms/SteadyForm";
import { useAct } from "@/ui/forms/useAct";
import { distance, moment } from "@/ui/words/times";
import { give } from "../actions";

interface Props {
  readonly courseId: string;
  readonly assignmentId: string;
  readonly choices: MoreTimeChoices;
  readonly suggested: string;
  readonly zone: string;
  readonly now: Date;
}

/** Extensions: who has more time than the due time, and giving it to a group or a student. */
export function MoreTime({ courseId, assignmentId, choices, suggested, zone, now }: Props) {
  const { act, said, isBusy } = useAct();
  const [to, setTo] = useState("");
  const [until, setUntil] = useState(suggested);
  const submit = (event: React.FormEvent) => {
    event.preventDefault();
    const [wikiId, personId] = to.split(" ");
    void act(() =>
      give(courseId, assignmentId, { to: wikiId ? [{ wikiId, personId: personId ?? null }] : [], until }),
    ).then((done) => {
      if (done) setTo("");
    });
  };
  return (
    <section className="section" aria-labelledby="more-time">
      <h2 id="more-time">More time</h2>
      {choices.given.length === 0 ? (
        <p className="quiet">
          Nobody has more time than the others. What is saved after the due time is marked as late.
        </p>
      ) : (
        <ul className="more-time">
          {choices.given.map(({ id, name, wiki, until: end }) => (
            <li key={id}>
              <strong>{name}</strong>
              {name === wiki ? "" : ` (${wiki})`} until {moment(end, zone, now)}, {distance(end, zone, now)}
            </li>
          ))}
        </ul>
      )}
      <SteadyForm className="table-tools" onSubmit={submit}>
        <label className="plain-label">
          For{" "}
          <select
            className="plain-select wide"
            required
            value={to}
            onChange={(event) => setTo(event.target.value)}
          >
            <option value="">a group or a student</option>
            {choices.wikis.map(({ id, name, members }) => (
              <optgroup key={id} label={name}>
                <option value={id}>
                  {name}
                  {members.length > 1 ? ", all of it" : ""}
                </option>
                {members.length > 1 &&
                  members.map((member) => (
                    <option key={member.id} value={`${id} ${member.id}`}>
                      {member.name}
                    </option>
                  ))}
              </optgroup>
            ))}
          </select>
        </label>
        <label className="plain-label">
          Until{" "}
          <input
            type="datetime-local"
            className="plain-input short"
            required
            value={until}
            onChange={(event) => setUntil(event.target.value)}
          />
        </label>
        <Button type="submit" variant="outlined" disabled={isBusy}>
          Give more time
        </Button>
      </SteadyForm>
      <Said said={said} />
    </section>
  );
}
