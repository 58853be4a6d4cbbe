"use client";
import TextField from "@mui/material/TextField";
import type { StudentMarks } from "@/core/marks/criteria";
import { howWords } from "@/ui/words/marks";

interface Props {
  readonly rule: StudentMarks;
  readonly figures: readonly { readonly name: string; readonly label: string }[];
  readonly change: (rule: StudentMarks) => void;
}

const fresh: Readonly<Record<StudentMarks["how"], StudentMarks>> = {
  "as the group": { how: "as the group" },
  "by share": {
    how: "by share",
    k: "0.5",
    lowest: "0.7",
    highest: "1.15",
    figures: [{ figure: "standing", weight: "1" }],
  },
  "own criteria": { how: "own criteria", groupWeight: "2", ownWeight: "1" },
  directly: { how: "directly" },
};

/** How a student's mark follows from the group's. */
export function RuleField({ rule, figures, change }: Props) {
  const number = (label: string, value: string, put: (value: string) => void, helperText?: string) => (
    <TextField
      key={label}
      label={label}
      value={value}
      helperText={helperText}
      onChange={(event) => put(event.target.value)}
      slotProps={{ htmlInput: { inputMode: "decimal", maxLength: 20 } }}
    />
  );
  return (
    <>
      <fieldset className="choices">
        <legend className="field-name">Each student gets</legend>
        {(Object.keys(howWords) as StudentMarks["how"][]).map((how) => (
          <label className="choice" key={how}>
            <input type="radio" name="how" checked={rule.how === how} onChange={() => change(fresh[how])} />
            <span>
              {howWords[how].label}
              <small>{howWords[how].about}</small>
            </span>
          </label>
        ))}
      </fieldset>
      {rule.how === "own criteria" && (
        <div className="field-row">
          {number("Weight of the group’s part", rule.groupWeight, (groupWeight) =>
            change({ ...rule, groupWeight }),
          )}
          {number("Weight of the own part", rule.ownWeight, (ownWeight) => change({ ...rule, ownWeight }))}
        </div>
      )}
      {rule.how === "by share" && (
        <>
          <p className="quiet">
            The factor is 1 + k × (members × share − 1), and never outside its bounds. With k = 0 everybody
            gets the group’s mark.
          </p>
          <div className="field-row">
            {number("k: how much shares matter", rule.k, (k) => change({ ...rule, k }))}
            {number("Lowest factor", rule.lowest, (lowest) => change({ ...rule, lowest }))}
            {number("Highest factor", rule.highest, (highest) => change({ ...rule, highest }))}
          </div>
          <div className="rule-figures">
            <p className="field-name">What the share is made of</p>
            {figures.map(({ name, label }) => {
              const chosen = rule.figures.find(({ figure }) => figure === name);
              return (
                <div key={name}>
                  <label className="tick">
                    <input
                      type="checkbox"
                      checked={chosen !== undefined}
                      onChange={(event) =>
                        change({
                          ...rule,
                          figures: event.target.checked
                            ? [...rule.figures, { figure: name, weight: "1" }]
                            : rule.figures.filter(({ figure }) => figure !== name),
                        })
                      }
                    />{" "}
                    {label}
                  </label>
                  {chosen && rule.figures.length > 1 && (
                    <label className="plain-label">
                      weight{" "}
                      <input
                        className="plain-input number"
                        inputMode="decimal"
                        maxLength={20}
                        aria-label={`Weight of ${label}`}
                        value={chosen.weight}
                        onChange={(event) =>
                          change({
                            ...rule,
                            figures: rule.figures.map((each) =>
                              each.figure === name ? { ...each, weight: event.target.value } : each,
                            ),
                          })
                        }
                      />
                    </label>
                  )}
                </div>
              );
            })}
          </div>
        </>
      )}
    </>
  );
}
