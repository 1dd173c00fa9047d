import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import type { Verdict } from "../../api/client";
import { capital } from "../../words/format";
import styles from "./Verdict.module.css";

const OWN = "";
const LONGEST = 120;

interface Props {
  offered: Verdict["offered"];
  taken: string[];
  onAdd: (criterion: string) => void;
}

/** Something else to weigh: what is measured, or what only the rider can rate. */
export function AddCriterion({ offered, taken, onAdd }: Props) {
  const [chosen, setChosen] = useState(OWN);
  const [name, setName] = useState("");
  const [wrong, setWrong] = useState<string>();
  const measured = offered.some(({ criterion }) => criterion === chosen) ? chosen : OWN;
  const add = (event: FormEvent) => {
    event.preventDefault();
    const criterion = measured === OWN ? name.trim() : measured;
    if (criterion === "" || criterion.length > LONGEST || /[<>]/.test(criterion)) {
      setWrong(`A name of 1 to ${LONGEST} letters, without < or >, is asked for.`);
      return;
    }
    if (taken.includes(criterion)) {
      setWrong("This is weighed already.");
      return;
    }
    onAdd(criterion);
    setName("");
    setChosen(OWN);
  };
  return (
    <form className={`${styles.add} no-print`} onSubmit={add} noValidate>
      <TextField
        select
        size="small"
        label="Also weigh"
        value={measured}
        onChange={(event) => {
          setChosen(event.target.value);
          setWrong(undefined);
        }}
        slotProps={{ select: { displayEmpty: true }, inputLabel: { shrink: true } }}
      >
        <MenuItem value={OWN}>something of your own</MenuItem>
        {offered.map(({ criterion, name: words }) => (
          <MenuItem key={criterion} value={criterion}>
            {capital(words)}
          </MenuItem>
        ))}
      </TextField>
      {measured === OWN && (
        <TextField
          size="small"
          label="Such as trust in the maker"
          value={name}
          error={wrong !== undefined}
          helperText={wrong}
          slotProps={{ htmlInput: { autoComplete: "off" } }}
          onChange={(event) => {
            setName(event.target.value);
            setWrong(undefined);
          }}
        />
      )}
      <Button type="submit" size="small" variant="outlined">
        Add
      </Button>
    </form>
  );
}
