"use client";
import Checkbox from "@mui/material/Checkbox";
import FormControlLabel from "@mui/material/FormControlLabel";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { useRouter } from "next/navigation";
import { useState } from "react";
import { Button } from "@/ui/forms/Button";
import { paths } from "@/ui/paths";

export interface SearchFields {
  readonly q: string;
  readonly wiki: string;
  readonly by: string;
  readonly kind: string;
  readonly tag: string;
  readonly since: string;
  readonly past: string;
}

type Options = readonly { readonly value: string; readonly label: string }[];

interface Props {
  readonly course: string;
  readonly fields: SearchFields;
  readonly options: {
    readonly wiki: Options;
    readonly by: Options;
    readonly kind: Options;
    readonly tag: Options;
  };
}

const times: Options = [
  { value: "day", label: "In the last day" },
  { value: "week", label: "In the last seven days" },
  { value: "month", label: "In the last thirty days" },
];

/** The words, and what they are narrowed to: each change asks anew, and the address has it all. */
export function SearchForm({ course, fields, options }: Props) {
  const router = useRouter();
  const [given, setGiven] = useState(fields);
  const [asked, setAsked] = useState(fields);
  // Back and forward bring other fields.
  if (asked !== fields) {
    setAsked(fields);
    setGiven(fields);
  }
  const ask = (next: SearchFields) => {
    setGiven(next);
    router.push(
      paths.search(course, Object.fromEntries(Object.entries(next).filter(([, value]) => value !== ""))),
    );
  };
  const choice = (name: keyof SearchFields, label: string, all: string, choices: Options) =>
    choices.length > 0 && (
      <TextField
        select
        size="small"
        label={label}
        value={choices.some(({ value }) => value === given[name]) ? given[name] : ""}
        onChange={(event) => ask({ ...given, [name]: event.target.value })}
        slotProps={{ inputLabel: { shrink: true }, select: { displayEmpty: true } }}
      >
        <MenuItem value="">{all}</MenuItem>
        {choices.map(({ value, label: text }) => (
          <MenuItem key={value} value={value}>
            {text}
          </MenuItem>
        ))}
      </TextField>
    );
  return (
    <form
      role="search"
      className="search-form"
      onSubmit={(event) => {
        event.preventDefault();
        ask(given);
      }}
    >
      <div className="search-line">
        <TextField
          type="search"
          label="Words"
          value={given.q}
          onChange={(event) => setGiven({ ...given, q: event.target.value })}
          slotProps={{ htmlInput: { maxLength: 300 }, inputLabel: { shrink: true } }}
          placeholder="Words, “words in a line”, -without"
          fullWidth
        />
        <Button type="submit" variant="contained">
          Search
        </Button>
      </div>
      <div className="search-narrow">
        {choice("wiki", "Wiki", "All wikis", options.wiki)}
        {choice("by", "Author", "Anybody", options.by)}
        {choice("kind", "What", "Everything", options.kind)}
        {choice("tag", "Tag", "Any or none", options.tag)}
        {choice("since", "When", "At any time", times)}
        <FormControlLabel
          control={
            <Checkbox
              checked={given.past === "1"}
              onChange={(event) => ask({ ...given, past: event.target.checked ? "1" : "" })}
            />
          }
          label="Also in removed text and earlier entries"
        />
      </div>
    </form>
  );
}
