import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import { numberOf } from "../words/entry";
import { useUnits } from "../words/units";
import styles from "./AddLimit.module.css";
import { measuredOf, type Limits } from "./measured";

const BEST_RATING = 10;

interface Props {
  /** The criteria that a limit may be put on; one that is not measured is rated from 0 to 10. */
  offered: readonly string[];
  currency: string;
  taken: readonly string[];
  onAdd: (limit: Limits) => void;
}

/** A figure to keep within: which, and how much. */
export function AddLimit({ offered, currency, taken, onAdd }: Props) {
  const units = useUnits();
  const [chosen, setChosen] = useState("price");
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const criterion = offered.includes(chosen) ? chosen : (offered[0] ?? "");
  const measured = measuredOf(criterion);
  const unit = measured ? measured.unit(units, currency) : "of 10";
  const bound = measured?.bound ?? "at_least";
  const most = measured ? 1_000_000 : BEST_RATING;
  const add = (event: FormEvent) => {
    event.preventDefault();
    const value = measured ? measured.read(text, units) : numberOf(text);
    if (typeof value !== "number" || value < 0 || value > most) {
      setWrong(
        measured
          ? `A number${unit ? ` of ${unit}` : ""}, from 0 up, is asked for.`
          : "A rating from 0 to 10 is asked for.",
      );
      return;
    }
    onAdd({ criterion, [bound]: value });
    setText("");
  };
  return (
    <form className={styles.figure} onSubmit={add} noValidate>
      <TextField
        select
        size="small"
        label="A limit on"
        value={criterion}
        onChange={(event) => {
          setChosen(event.target.value);
          setWrong(undefined);
        }}
      >
        {offered.map((each) => (
          <MenuItem key={each} value={each}>
            {measuredOf(each)?.label ?? each}
            {taken.includes(each) ? " (in place of what is asked)" : ""}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        size="small"
        label={`${bound === "at_most" ? "At most" : "At least"}${unit ? `, ${unit}` : ""}`}
        value={text}
        error={wrong !== undefined}
        helperText={wrong}
        slotProps={{ htmlInput: { inputMode: "decimal", autoComplete: "off" } }}
        onChange={(event) => {
          setText(event.target.value);
          setWrong(undefined);
        }}
      />
      <Button type="submit" size="small" variant="outlined" disabled={text.trim() === ""}>
        Add
      </Button>
    </form>
  );
}
