"use client";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import { Button } from "../forms/Button";
import { Library } from "../theme/Library";
import { shortcuts } from "./shortcuts";

/** All keys that do something, by where they do it. */
export default function KeysSheet({ close }: { close: () => void }) {
  return (
    <Library>
      <Dialog open onClose={close} fullWidth maxWidth="md" aria-labelledby="keys-sheet">
        <DialogTitle id="keys-sheet" sx={{ fontSize: 16, pb: 1 }}>
          Keys
        </DialogTitle>
        <DialogContent tabIndex={0}>
          <div className="keys-sheet">
            {shortcuts.map(({ where, keys }) => (
              <section key={where} aria-label={where}>
                <h3>{where}</h3>
                <dl>
                  {keys.map(({ keys: pressed, does }) => (
                    <div key={pressed}>
                      <dt>
                        {pressed.split("  ").map((each) => (
                          <kbd key={each}>{each}</kbd>
                        ))}
                      </dt>
                      <dd>{does}</dd>
                    </div>
                  ))}
                </dl>
              </section>
            ))}
          </div>
        </DialogContent>
        <DialogActions>
          <Button onClick={close} autoFocus>
            Close
          </Button>
        </DialogActions>
      </Dialog>
    </Library>
  );
}
