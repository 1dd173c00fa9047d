import Button from "@mui/material/Button";
import Dialog from "@mui/material/Dialog";
import DialogActions from "@mui/material/DialogActions";
import DialogContent from "@mui/material/DialogContent";
import DialogTitle from "@mui/material/DialogTitle";
import FormControlLabel from "@mui/material/FormControlLabel";
import Switch from "@mui/material/Switch";
import { useKeys } from "../keys/KeysContext";
import styles from "./Keys.module.css";
import { SHORTCUTS } from "./shortcuts";

/** What the keys do. */
export function KeyList({ onClose }: { onClose: () => void }) {
  const { single, setSingle } = useKeys();
  return (
    <Dialog open onClose={onClose} fullWidth maxWidth="md" aria-labelledby="keys-title">
      <DialogTitle id="keys-title">Keys</DialogTitle>
      <DialogContent tabIndex={0}>
        <div className={styles.groups}>
          {SHORTCUTS.map(({ group, shortcuts }) => (
            <section key={group} aria-label={group}>
              <h3>{group}</h3>
              <dl>
                {shortcuts.map(({ keys, what, single: plain }) => (
                  <div key={what} data-off={plain && !single}>
                    <dt>
                      {keys.map((key) => (
                        <kbd key={key}>{key}</kbd>
                      ))}
                    </dt>
                    <dd>{what}</dd>
                  </div>
                ))}
              </dl>
            </section>
          ))}
        </div>
      </DialogContent>
      <DialogActions className={styles.foot}>
        <FormControlLabel
          control={<Switch checked={single} onChange={(event) => setSingle(event.target.checked)} />}
          label="Keys without Ctrl work outside fields"
        />
        <Button onClick={onClose}>Close</Button>
      </DialogActions>
    </Dialog>
  );
}
