"use client";
import { useState } from "react";
import type { NewsDto, NewsMail } from "@/data/news/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { chooseMail, mute, renewFeed } from "../actions";

const mails: Readonly<Record<NewsMail, string>> = {
  never: "never",
  daily: "every morning",
  "at once": "at once",
};

/** How the viewer hears of the course: by mail, by a feed, and of what not. */
export function NewsWishes({
  courseId,
  news: { mail, feed, wikis, mutedPages },
}: {
  courseId: string;
  news: NewsDto;
}) {
  const { act, said, isBusy } = useAct();
  const [isCopied, setCopied] = useState(false);
  return (
    <aside aria-label="How you hear of it" className="news-wishes">
      <section>
        <h2>By mail</h2>
        <label className="plain-label">
          What is new{" "}
          <select
            className="plain-select"
            value={mail}
            disabled={isBusy}
            onChange={(event) => void act(() => chooseMail(courseId, event.target.value))}
          >
            {Object.entries(mails).map(([each, words]) => (
              <option key={each} value={each}>
                {words}
              </option>
            ))}
          </select>
        </label>
        <p className="quiet">At most one mail in five minutes, and none of what you have seen.</p>
      </section>
      <section>
        <h2>As a feed</h2>
        {feed ? (
          <>
            <input
              className="feed-address"
              readOnly
              value={feed}
              aria-label="Address of your feed"
              onFocus={(event) => event.target.select()}
            />
            <div className="actions">
              <button
                type="button"
                className="plain-button"
                onClick={() =>
                  void navigator.clipboard.writeText(feed).then(
                    () => setCopied(true),
                    () => undefined,
                  )
                }
              >
                {isCopied ? "Copied" : "Copy"}
              </button>
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={() => void act(() => renewFeed(courseId, true))}
              >
                Renew the address
              </button>
              <button
                type="button"
                className="plain-button"
                disabled={isBusy}
                onClick={() => void act(() => renewFeed(courseId, false))}
              >
                End it
              </button>
            </div>
            <p className="quiet">
              Whoever has the address reads what you would. Renewed, the old one leads nowhere.
            </p>
          </>
        ) : (
          <button
            type="button"
            className="plain-button"
            disabled={isBusy}
            onClick={() => void act(() => renewFeed(courseId, true))}
          >
            Make an Atom feed of my news
          </button>
        )}
      </section>
      {wikis.length > 0 && (
        <section>
          <h2>Of what</h2>
          <ul className="plain-list">
            {wikis.slice(0, 60).map(({ id, name, isMuted }) => (
              <li key={id}>
                <label>
                  <input
                    type="checkbox"
                    checked={!isMuted}
                    disabled={isBusy}
                    onChange={(event) => void act(() => mute(courseId, "wiki", id, !event.target.checked))}
                  />{" "}
                  {name}
                </label>
              </li>
            ))}
            {mutedPages.map(({ id, title }) => (
              <li key={id}>
                <label>
                  <input
                    type="checkbox"
                    checked={false}
                    disabled={isBusy}
                    onChange={() => void act(() => mute(courseId, "page", id, false))}
                  />{" "}
                  {title} <span className="quiet">muted page</span>
                </label>
              </li>
            ))}
          </ul>
        </section>
      )}
      <Said said={said} />
    </aside>
  );
}
