"use client";
import { useState } from "react";

export interface StockRemarks {
  readonly remarks: readonly { readonly id: string; readonly criterion: string; readonly body: string }[];
  /** Titles of the criteria under which a remark can be filed. */
  readonly criteria: readonly string[];
  readonly keep: (
    criterion: string,
    body: string,
  ) => Promise<{
    readonly kind: string;
    readonly text?: string;
    readonly account?: { readonly stock: StockRemarks["remarks"] };
  }>;
  readonly touch: (
    id: string,
    what: "used" | "dropped",
  ) => Promise<{ readonly kind: string; readonly account?: { readonly stock: StockRemarks["remarks"] } }>;
}

interface Props {
  readonly stock: StockRemarks;
  readonly text: string;
  readonly put: (text: string) => void;
}

/** So many are offered at once. */
const atOnce = 5;

/** Remarks of one's own that fit the words being typed; one is put in with a click, as text. */
export function RemarkList({ stock, text, put }: Props) {
  const [remarks, setRemarks] = useState(stock.remarks);
  const [filed, setFiled] = useState("");
  const [said, setSaid] = useState("");
  const line = text.slice(text.lastIndexOf("\n") + 1);
  const typed = /([\p{L}\p{N}’'-]{3,60})$/u.exec(line)?.[1]?.toLocaleLowerCase() ?? "";
  const fits = (body: string) =>
    typed !== "" &&
    body
      .toLocaleLowerCase()
      .split(/[^\p{L}\p{N}’'-]+/u)
      .some((word) => word.startsWith(typed));
  const offered = (typed === "" ? [] : remarks.filter(({ body, criterion }) => fits(body) || fits(criterion)))
    .filter(({ body }) => !text.includes(body))
    .slice(0, atOnce);
  const listed = text.trim() === "" ? remarks : [];
  const took = async (
    answer: Promise<{
      readonly kind: string;
      readonly text?: string;
      readonly account?: { readonly stock: StockRemarks["remarks"] };
    }>,
    done: string,
  ) => {
    const told = await answer.catch(() => ({ kind: "wrong", text: "The server did not answer." }));
    if ("account" in told && told.account) setRemarks(told.account.stock);
    setSaid(told.kind === "done" ? done : (told.text ?? ""));
  };
  const insert = (remark: StockRemarks["remarks"][number]) => {
    put(
      typed === "" ? `${text}${remark.body}` : `${text.slice(0, text.length - typed.length)}${remark.body}`,
    );
    void took(stock.touch(remark.id, "used"), "");
  };
  const entry = (remark: StockRemarks["remarks"][number], drops: boolean) => (
    <li key={remark.id}>
      <button type="button" className="plain-button" onClick={() => insert(remark)}>
        {remark.body.length > 120 ? `${remark.body.slice(0, 119)}…` : remark.body}
      </button>
      {remark.criterion && <small className="quiet">{remark.criterion}</small>}
      {drops && (
        <button
          type="button"
          className="plain-button quiet"
          aria-label={`Remove from your remarks: ${remark.body.slice(0, 40)}`}
          onClick={() => void took(stock.touch(remark.id, "dropped"), "Removed.")}
        >
          Remove
        </button>
      )}
    </li>
  );
  return (
    <div className="stock" aria-live="polite">
      {offered.length > 0 && (
        <ul aria-label="Your remarks that fit">{offered.map((remark) => entry(remark, false))}</ul>
      )}
      {listed.length > 0 && (
        <details>
          <summary>Your remarks ({listed.length})</summary>
          <ul>{listed.map((remark) => entry(remark, true))}</ul>
        </details>
      )}
      {text.trim().length > 10 &&
        text.length <= 2000 &&
        !remarks.some(({ body }) => body === text.trim()) && (
          <p className="quiet">
            To use it again:{" "}
            <button
              type="button"
              className="plain-button"
              onClick={() => void took(stock.keep(filed, text.trim()), "Kept among your remarks.")}
            >
              Keep as a remark
            </button>
            {stock.criteria.length > 0 && (
              <label>
                {" "}
                under{" "}
                <select
                  className="plain-select"
                  value={filed}
                  onChange={(event) => setFiled(event.target.value)}
                >
                  <option value="">no criterion</option>
                  {stock.criteria.map((title) => (
                    <option key={title}>{title}</option>
                  ))}
                </select>
              </label>
            )}
          </p>
        )}
      {said && <p className="quiet">{said}</p>}
    </div>
  );
}
