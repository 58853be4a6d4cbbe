"use client";
import { useState } from "react";
import type { PlaceRequestDto } from "@/data/people/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { counted } from "@/ui/words/counts";
import { distance } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

interface Props {
  readonly requests: readonly PlaceRequestDto[];
  readonly zone: string;
  readonly now: Date;
  readonly decide: (requests: string[], decision: "admitted" | "declined") => Promise<Answer>;
}

/** Who waits to be admitted: one by one, or those that are ticked. */
export function Requests({ requests, zone, now, decide }: Props) {
  const [ticked, setTicked] = useState<ReadonlySet<string>>(new Set());
  const { act, said, isBusy } = useAct();
  const chosen = requests.filter(({ id }) => ticked.has(id));
  const some = chosen.length > 0 ? chosen : requests;
  const tick = (ids: readonly string[], on: boolean) =>
    setTicked((now) => new Set(on ? [...now, ...ids] : [...now].filter((id) => !ids.includes(id))));
  const settle = (ids: readonly string[], decision: "admitted" | "declined") =>
    void act(() => decide([...ids], decision));
  const ids = some.map(({ id }) => id);
  return (
    <section className="section requests" aria-labelledby="requests">
      <h2 id="requests" className="waiting">
        {counted(requests.length, "person asks", "people ask")} for a place
      </h2>
      <table className="ledger">
        <thead>
          <tr>
            <th scope="col">
              <input
                type="checkbox"
                aria-label="All who ask"
                checked={chosen.length === requests.length}
                onChange={(event) =>
                  tick(
                    requests.map(({ id }) => id),
                    event.target.checked,
                  )
                }
              />
            </th>
            <th scope="col">Name</th>
            <th scope="col" className="wide-only">
              Address
            </th>
            <th scope="col" className="wide-only">
              Message
            </th>
            <th scope="col">Asked</th>
            <th scope="col">
              <span className="visually-hidden">Answer</span>
            </th>
          </tr>
        </thead>
        <tbody>
          {requests.map(({ id, name, address, message, at }) => (
            <tr key={id}>
              <td>
                <input
                  type="checkbox"
                  aria-label={name}
                  checked={ticked.has(id)}
                  onChange={(event) => tick([id], event.target.checked)}
                />
              </td>
              <th scope="row">{name}</th>
              <td className="wide-only">{address}</td>
              <td className="wide-only note">{message || <span className="nothing">–</span>}</td>
              <td>{distance(at, zone, now)}</td>
              <td className="row-actions">
                <button
                  type="button"
                  className="plain-button"
                  disabled={isBusy}
                  onClick={() => settle([id], "admitted")}
                >
                  Admit<span className="visually-hidden"> {name}</span>
                </button>
                <button
                  type="button"
                  className="plain-button"
                  disabled={isBusy}
                  onClick={() => settle([id], "declined")}
                >
                  Decline<span className="visually-hidden"> {name}</span>
                </button>
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {requests.length > 1 && (
        <div className="actions" style={{ marginTop: 10 }}>
          <Button size="small" variant="contained" disabled={isBusy} onClick={() => settle(ids, "admitted")}>
            Admit {chosen.length > 0 ? counted(chosen.length, "person", "people") : "all"}
          </Button>
          <Button size="small" variant="outlined" disabled={isBusy} onClick={() => settle(ids, "declined")}>
            Decline {chosen.length > 0 ? counted(chosen.length, "person", "people") : "all"}
          </Button>
        </div>
      )}
      <Said said={said} />
    </section>
  );
}
