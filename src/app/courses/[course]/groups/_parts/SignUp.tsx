"use client";
import type { GroupSetDto } from "@/data/groups/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { counted, listed } from "@/ui/words/counts";
import { momentAndDistance } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";
import { Button } from "@/ui/forms/Button";

interface Props {
  readonly set: GroupSetDto;
  readonly me: string;
  readonly isStudent: boolean;
  readonly zone: string;
  readonly now: Date;
  readonly take: (groupId: string | null) => Promise<Answer>;
}

/** A set of groups as students see it; where they choose themselves, with the places that are left. */
export function SignUp({ set, me, isStudent, zone, now, take }: Props) {
  const { act, said, isBusy } = useAct();
  const limit = set.signUpLimit;
  const isOpen = isStudent && limit !== null && (set.signUpUntil === null || now < set.signUpUntil);
  const mine = set.groups.find((group) => group.members.some(({ id }) => id === me));
  return (
    <section className="section">
      <h2>{set.title}</h2>
      {limit !== null && (
        <p className={isOpen && !mine ? "waiting" : "quiet"}>
          {isOpen
            ? `Choose your group${set.signUpUntil ? ` until ${momentAndDistance(set.signUpUntil, zone, now)}` : ""}. Each has ${counted(limit, "place")}.`
            : "Sign-up has closed."}
        </p>
      )}
      <div className="slips" style={{ marginTop: 12 }}>
        {set.groups.map((group) => {
          const left = limit === null ? 0 : limit - group.members.length;
          return (
            <section className="slip" key={group.id} aria-label={group.name}>
              <header>
                <div className="slip-name">
                  <strong>{group.name}</strong>
                  <span className="count">
                    {limit === null
                      ? counted(group.members.length, "member")
                      : left > 0
                        ? `${counted(left, "place")} left`
                        : "full"}
                  </span>
                </div>
                {group.topic && <span className="quiet">{group.topic}</span>}
              </header>
              <p style={{ padding: "8px 10px" }}>
                {group.members.length === 0 ? (
                  <span className="quiet">Nobody yet.</span>
                ) : (
                  listed(group.members.map(({ id, name }) => (id === me ? "you" : name)))
                )}
              </p>
              {isOpen && (
                <div style={{ padding: "0 10px 10px" }}>
                  {group === mine ? (
                    <Button
                      size="small"
                      variant="outlined"
                      disabled={isBusy}
                      onClick={() => void act(() => take(null))}
                    >
                      Leave {group.name}
                    </Button>
                  ) : (
                    <Button
                      size="small"
                      variant={mine ? "outlined" : "contained"}
                      disabled={isBusy || left <= 0}
                      onClick={() => void act(() => take(group.id))}
                    >
                      {mine ? "Change to" : "Join"} {group.name}
                    </Button>
                  )}
                </div>
              )}
            </section>
          );
        })}
      </div>
      <Said said={said} />
    </section>
  );
}
