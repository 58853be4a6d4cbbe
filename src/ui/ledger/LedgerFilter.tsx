import { Link } from "@/ui/frame/Link";
import type { AskedFilter } from "@/data/ledger/dto";
import { ledgerActWords } from "../words/ledger";

interface Props {
  readonly asked: AskedFilter;
  readonly authors: readonly { readonly id: string; readonly name: string }[];
  /** The ledger without a filter. */
  readonly href: string;
}

/** What a reader looks for in a ledger: sent in the address, so that it can be kept and handed on. */
export function LedgerFilter({ asked, authors, href }: Props) {
  const isAsked = Object.values(asked).some((value) => value !== undefined && value !== "");
  return (
    <form
      className="table-tools ledger-filter"
      method="get"
      action={href}
      role="search"
      aria-label="Entries"
      key={JSON.stringify(asked)}
    >
      <label className="plain-label">
        By{" "}
        <select name="person" className="plain-select" defaultValue={asked.person ?? ""}>
          <option value="">everybody</option>
          {authors.map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
        </select>
      </label>
      <label className="plain-label">
        that{" "}
        <select name="act" className="plain-select" defaultValue={asked.act ?? ""}>
          <option value="">did anything</option>
          {Object.entries(ledgerActWords).map(([act, words]) => (
            <option key={act} value={act}>
              {words}
            </option>
          ))}
        </select>
      </label>
      <label className="plain-label">
        from <input type="date" name="from" className="plain-select" defaultValue={asked.from ?? ""} />
      </label>
      <label className="plain-label">
        to <input type="date" name="until" className="plain-select" defaultValue={asked.until ?? ""} />
      </label>
      <label className="plain-label">
        in which came or went{" "}
        <input
          type="search"
          name="phrase"
          className="plain-select"
          placeholder="words of the text"
          maxLength={200}
          defaultValue={asked.phrase ?? ""}
        />
      </label>
      <button type="submit" className="plain-button">
        Look
      </button>
      {isAsked && <Link href={href}>Show all</Link>}
    </form>
  );
}
