"use client";
import { useState } from "react";
import type { LinkLineDto } from "@/data/doors/dto";
import { Said } from "@/ui/forms/Said";
import { useAct } from "@/ui/forms/useAct";
import { paths } from "@/ui/paths";
import { moment } from "@/ui/words/times";
import type { Answer } from "@/app/_parts/answers";

interface Props {
  readonly links: readonly LinkLineDto[];
  /** The address of the application. */
  readonly base: string;
  readonly zone: string;
  readonly now: Date;
  readonly end: (linkId: string) => Promise<Answer>;
}

export const nameWords: Record<LinkLineDto["names"], string> = {
  full: "in full",
  initials: "as initials",
  none: "not named",
};

/** The links that work, and below them those that have ended. */
export function LinkTable({ links, base, zone, now, end }: Props) {
  const { act, said, isBusy, say } = useAct();
  const [copied, setCopied] = useState<string | null>(null);
  if (links.length === 0) return null;
  const copy = ({ id, token }: LinkLineDto) =>
    void navigator.clipboard.writeText(`${base}${paths.opened(token)}`).then(
      () => setCopied(id),
      () =>
        say({
          kind: "wrong",
          text: "The browser did not let the address be copied. Mark it and copy it by hand.",
        }),
    );
  return (
    <>
      <div className="scroll-x" style={{ marginTop: 12 }}>
        <table className="ledger">
          <thead>
            <tr>
              <th scope="col">Opens</th>
              <th scope="col">Address</th>
              <th scope="col">Authors</th>
              <th scope="col">Search engines</th>
              <th scope="col">Until</th>
              <th scope="col">
                <span className="visually-hidden">Acts</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {[...links]
              .sort((one, other) => Number(other.isOpen) - Number(one.isOpen))
              .map((link) => (
                <tr key={link.id} className={link.isOpen ? undefined : "undone"}>
                  <th scope="row">{link.page ? `${link.page} (${link.wiki})` : link.wiki}</th>
                  <td className="breaks">
                    {link.isOpen ? (
                      <a href={paths.opened(link.token)}>{`${base}${paths.opened(link.token)}`}</a>
                    ) : (
                      <span className="quiet">leads nowhere</span>
                    )}
                  </td>
                  <td>{nameWords[link.names]}</td>
                  <td>{link.isListed ? "may list it" : "keep out"}</td>
                  <td>{link.endsAt ? moment(link.endsAt, zone, now) : "you end it"}</td>
                  <td className="row-actions">
                    {link.isOpen ? (
                      <>
                        <button type="button" className="plain-button" onClick={() => copy(link)}>
                          {copied === link.id ? "Copied" : "Copy"}
                        </button>
                        <button
                          type="button"
                          className="plain-button"
                          disabled={isBusy}
                          onClick={() => void act(() => end(link.id))}
                        >
                          End
                        </button>
                      </>
                    ) : (
                      <span className="quiet">ended</span>
                    )}
                  </td>
                </tr>
              ))}
          </tbody>
        </table>
      </div>
      <Said said={said} />
    </>
  );
}
