"use client";
import type { SessionDto } from "@/data/accounts/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { browserWords } from "@/ui/words/account";
import { distance } from "@/ui/words/times";
import { Button } from "@/ui/forms/Button";
import { signOutThere } from "../actions";

/** Where one is signed in, newest first; each can be ended from here. */
export function SessionList({ sessions, now }: { sessions: readonly SessionDto[]; now: Date }) {
  const { act, said, isBusy } = useAct();
  const others = sessions.filter(({ isThis }) => !isThis);
  return (
    <section className="paper form-paper" aria-labelledby="sessions">
      <h2 id="sessions">Where you are signed in</h2>
      <ul className="session-list">
        {sessions.map((each) => (
          <li key={each.id}>
            <span>
              <strong>{browserWords(each.browser)}</strong>
              {each.isThis && <span className="flag">here</span>}
              <br />
              <span className="quiet">
                signed in {distance(each.since, "UTC", now)}, last used {distance(each.lastUsed, "UTC", now)}
                {each.address && `, from ${each.address}`}
              </span>
            </span>
            {!each.isThis && (
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={() => void act(() => signOutThere(each.id))}
              >
                Sign out there
              </button>
            )}
          </li>
        ))}
      </ul>
      <Said said={said} />
      {others.length > 1 && (
        <Button
          variant="outlined"
          size="small"
          disabled={isBusy}
          onClick={() => void act(() => signOutThere(null))}
        >
          Sign out everywhere else
        </Button>
      )}
    </section>
  );
}
