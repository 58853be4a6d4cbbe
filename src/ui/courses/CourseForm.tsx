"use client";
import Autocomplete from "@mui/material/Autocomplete";
import TextField from "@mui/material/TextField";
import MenuItem from "@mui/material/MenuItem";
import { useState } from "react";
import { type Language, languageNames, languages } from "@/core/search/languages";
import { Button } from "../forms/Button";
import { FormPart } from "../forms/FormPart";
import { Said } from "../forms/Said";
import { useAct } from "../forms/useAct";
import { SteadyForm } from "../forms/SteadyForm";

export interface CourseFields {
  readonly title: string;
  readonly term: string;
  readonly timeZone: string;
  readonly language: Language;
  readonly startsOn: string;
  readonly endsOn: string;
}

interface Props {
  readonly fields: CourseFields;
  readonly zones: readonly string[];
  readonly button: string;
  /** Said under the dates, such as what happens to the times of copied assignments. */
  readonly aboutDates: string;
  readonly save: (
    json: string,
  ) => Promise<
    | { readonly kind: "done"; readonly text?: string; readonly href?: string }
    | { readonly kind: "wrong"; readonly text: string }
  >;
}

export function CourseForm({ fields, zones, button, aboutDates, save }: Props) {
  const [given, setGiven] = useState(fields);
  const { act, said, isBusy } = useAct();
  const put = (field: keyof CourseFields) => (event: React.ChangeEvent<HTMLInputElement>) =>
    setGiven((now) => ({ ...now, [field]: event.target.value }));
  const day = { inputLabel: { shrink: true } };
  return (
    <SteadyForm
      onSubmit={(event) => {
        event.preventDefault();
        void act(() => save(JSON.stringify(given)));
      }}
    >
      <FormPart title="Name" about="As students know it.">
        <TextField
          label="Title"
          value={given.title}
          onChange={put("title")}
          required
          slotProps={{ htmlInput: { maxLength: 200 } }}
        />
        <TextField
          label="Term"
          value={given.term}
          onChange={put("term")}
          required
          placeholder="Spring 2027"
          slotProps={{ htmlInput: { maxLength: 100 } }}
        />
      </FormPart>
      <FormPart title="Dates" about={aboutDates}>
        <div className="field-row">
          <TextField
            label="First day"
            type="date"
            value={given.startsOn}
            onChange={put("startsOn")}
            required
            slotProps={day}
          />
          <TextField
            label="Last day"
            type="date"
            value={given.endsOn}
            onChange={put("endsOn")}
            required
            slotProps={day}
          />
        </div>
        <Autocomplete
          options={zones as string[]}
          value={given.timeZone}
          disableClearable
          onChange={(_, timeZone) => setGiven((now) => ({ ...now, timeZone }))}
          getOptionLabel={(zone) => zone.replaceAll("_", " ")}
          renderInput={(params) => (
            <TextField
              {...params}
              label="Time zone"
              helperText="All times of the course are told in it, to everybody."
            />
          )}
        />
      </FormPart>
      <FormPart
        title="Language"
        about="In which the pages are written: search finds other forms of a word by it."
      >
        <TextField
          select
          label="Language of the pages"
          value={given.language}
          onChange={(event) => setGiven((now) => ({ ...now, language: event.target.value as Language }))}
        >
          {languageNames.map((name) => (
            <MenuItem key={name} value={name}>
              {languages[name]}
            </MenuItem>
          ))}
        </TextField>
      </FormPart>
      <div className="form-foot">
        <div style={{ flex: "1 1 260px" }}>
          <Said said={said} />
        </div>
        <Button type="submit" variant="contained" disabled={isBusy}>
          {isBusy ? "Saving" : button}
        </Button>
      </div>
    </SteadyForm>
  );
}
