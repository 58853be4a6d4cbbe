"use client";
import { useState } from "react";
import type { DealtDto } from "@/data/marks/assessors";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import type { Answer } from "@/app/_parts/answers";

interface Props {
  readonly wikis: readonly { readonly id: string; readonly name: string }[];
  readonly dealt: DealtDto;
  readonly isReadOnly: boolean;
  readonly deal: (
    wikiId: string,
    personId: string,
    hand: "first" | "second" | null,
    isOpen: boolean,
  ) => Promise<Answer>;
}

/** Each group with its second assessor, and whether they see what the first judged. */
export function DealTable({ wikis, dealt: { assessors, people }, isReadOnly, deal }: Props) {
  const { act, said, isBusy } = useAct();
  const [person, setPerson] = useState("");
  const second = (wikiId: string) =>
    assessors.filter((each) => each.wikiId === wikiId && each.hand === "second");
  const dealAll = () =>
    void act(async () => {
      let answer: Answer = { kind: "done" };
      for (const { id } of wikis) {
        answer = await deal(id, person, "second", false);
        if (answer.kind === "wrong") return answer;
      }
      return answer;
    });
  return (
    <>
      <div className="scroll-x">
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">Group</th>
              <th scope="col">Second assessor</th>
              <th scope="col">Sees the first</th>
              <th scope="col">
                <span className="visually-hidden">Take back</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {wikis.map(({ id, name }) => {
              const here = second(id);
              return (
                <tr key={id}>
                  <th scope="row">{name}</th>
                  <td>
                    {here.length > 0 ? (
                      here.map((each) => (
                        <p key={each.personId}>
                          {each.name}
                          {each.doneAt && <small className="quiet"> is done</small>}
                        </p>
                      ))
                    ) : (
                      <span className="nothing">–</span>
                    )}
                    {!isReadOnly && (
                      <select
                        className="plain-select wide"
                        aria-label={`Second assessor for ${name}`}
                        value=""
                        disabled={isBusy}
                        onChange={(event) => void act(() => deal(id, event.target.value, "second", false))}
                      >
                        <option value="">{here.length > 0 ? "One more" : "Choose an assessor"}</option>
                        {people
                          .filter((each) => !here.some(({ personId }) => personId === each.id))
                          .map((each) => (
                            <option key={each.id} value={each.id}>
                              {each.name}
                            </option>
                          ))}
                      </select>
                    )}
                  </td>
                  <td>
                    {here.map((each) => (
                      <label className="tick" key={each.personId}>
                        <input
                          type="checkbox"
                          disabled={isReadOnly || isBusy}
                          checked={each.isOpen}
                          onChange={(event) =>
                            void act(() => deal(id, each.personId, "second", event.target.checked))
                          }
                        />{" "}
                        from the beginning
                      </label>
                    ))}
                  </td>
                  <td>
                    {!isReadOnly &&
                      here.map((each) => (
                        <button
                          key={each.personId}
                          type="button"
                          className="plain-button"
                          disabled={isBusy}
                          aria-label={`${each.name} no longer assesses ${name}`}
                          onClick={() => void act(() => deal(id, each.personId, null, false))}
                        >
                          Take back
                        </button>
                      ))}
                  </td>
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
      {!isReadOnly && wikis.length > 1 && (
        <p className="actions">
          <label className="plain-label">
            All groups to{" "}
            <select
              className="plain-select wide"
              value={person}
              onChange={(event) => setPerson(event.target.value)}
            >
              <option value="">nobody</option>
              {people.map((each) => (
                <option key={each.id} value={each.id}>
                  {each.name}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="button outlined small"
            disabled={person === "" || isBusy}
            onClick={dealAll}
          >
            Assign them
          </button>
        </p>
      )}
      <Said said={said} />
    </>
  );
}
