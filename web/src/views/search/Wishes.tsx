import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import MenuItem from "@mui/material/MenuItem";
import TextField from "@mui/material/TextField";
import Tooltip from "@mui/material/Tooltip";
import type { Search } from "../../api/client";
import { capital } from "../../words/format";
import { grouped } from "../../words/numbers";
import { useUnits } from "../../words/units";
import { MEASURED, measuredOf, mustText, type Criterion, type Must } from "./musts";
import styles from "./Search.module.css";

interface Props {
  musts: Must[];
  /** What each wish takes away, as far as that is known yet. */
  wishes: Search["wishes"];
  currency: string;
  motor: boolean;
  two: boolean;
  onDemand: (must: Must) => void;
  onDrop: (criterion: Criterion) => void;
  onTurn: (what: "motor" | "two") => void;
}

/** What a drive must be, as chips; each says how many drives it takes away, or would leave. */
export function Wishes({ musts, wishes, currency, motor, two, onDemand, onDrop, onTurn }: Props) {
  const units = useUnits();
  const counts = new Map(wishes.map((wish) => [wish.criterion, wish]));
  const offered = wishes.filter(({ criterion }) => !musts.some((must) => must.criterion === criterion));
  const taken = (must: Must) => {
    const count = counts.get(must.criterion);
    if (!count || count.takes_away === null) return "";
    return count.takes_away === 0 ? "takes none away" : `takes ${grouped(count.takes_away)} away`;
  };
  return (
    <section aria-label="What it must be" className={`${styles.wishes} no-print`}>
      <div role="group" aria-label="Must be" className={styles.chips}>
        <span className={styles.must}>Only what</span>
        {musts.map((must) => (
          <Chip
            key={must.criterion}
            on
            label={mustText(must, units, currency)}
            count={taken(must)}
            means={counts.get(must.criterion)?.means ?? ""}
            onClick={() => onDrop(must.criterion)}
          />
        ))}
        {offered.map((wish) => (
          <Chip
            key={wish.criterion}
            label={wish.criterion}
            count={wish.left === null ? "" : `leaves ${grouped(wish.left)}`}
            means={wish.means}
            onClick={() => onDemand({ criterion: wish.criterion })}
          />
        ))}
        <Chip
          on={motor}
          label="with a motor"
          count=""
          means="each motor of Parts at the cranks; what is covered is by pedals alone"
          onClick={() => onTurn("motor")}
        />
        <Chip
          on={two}
          label="two bicycles as well"
          count=""
          means="which two drives share your roads best for the money"
          onClick={() => onTurn("two")}
        />
      </div>
      <p className={styles.counted}>
        Each wish says how many drives it takes away, or how many it would leave; hover or tap for what it
        means. What is not stated of a part does not count as met.
      </p>
      <AddFigure {...{ currency, onDemand }} taken={musts.map(({ criterion }) => criterion)} />
    </section>
  );
}

interface ChipProps {
  label: string;
  count: string;
  means: string;
  on?: boolean;
  onClick: () => void;
}

function Chip({ label, count, means, on = false, onClick }: ChipProps) {
  return (
    <Tooltip title={capital(means)} describeChild arrow>
      <button type="button" aria-pressed={on} className={styles.chip} onClick={onClick}>
        {label}
        {count && <small> {count}</small>}
      </button>
    </Tooltip>
  );
}

interface AddProps {
  currency: string;
  taken: Criterion[];
  onDemand: (must: Must) => void;
}

/** A figure that a drive must keep within: which, and how much. */
function AddFigure({ currency, taken, onDemand }: AddProps) {
  const units = useUnits();
  const [criterion, setCriterion] = useState<Criterion>("price");
  const [text, setText] = useState("");
  const [wrong, setWrong] = useState<string>();
  const measured = measuredOf(criterion);
  if (!measured) return null;
  const unit = measured.unit(units, currency);
  const add = (event: FormEvent) => {
    event.preventDefault();
    const value = measured.read(text, units);
    if (typeof value !== "number" || value < 0 || value > 1_000_000) {
      setWrong(`A number${unit ? ` of ${unit}` : ""}, from 0 up, is asked for.`);
      return;
    }
    onDemand({ criterion, [measured.bound]: value });
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
          setCriterion(event.target.value as Criterion);
          setWrong(undefined);
        }}
      >
        {MEASURED.map((each) => (
          <MenuItem key={each.criterion} value={each.criterion}>
            {each.label}
            {taken.includes(each.criterion) ? " (in place of what is asked)" : ""}
          </MenuItem>
        ))}
      </TextField>
      <TextField
        size="small"
        label={`${measured.bound === "at_most" ? "At most" : "At least"}${unit ? `, ${unit}` : ""}`}
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
