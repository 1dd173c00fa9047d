import { useState, type FormEvent } from "react";
import Button from "@mui/material/Button";
import TextField from "@mui/material/TextField";
import type { Decision } from "../../api/client";
import type { BenchSetup } from "../../drafts/useWorkbench";
import { Chip, Chips } from "../../ui/Chip";
import { DayField } from "../../ui/DayField";
import styles from "./Verdict.module.css";
import { dayText } from "../../words/days";

const LONGEST = 4000;
/** Two answers for two uses are one decision; more than so many are none. */
const MOST = 8;

interface Props {
  setups: BenchSetup[];
  leads: string | null;
  onDecide: (decision: Decision) => void;
  onCancel: (() => void) | undefined;
}

/** One setup, or one for each use; what is given up, and why it is worth it. */
export function DecideForm({ setups, leads, onDecide, onCancel }: Props) {
  const [picked, setPicked] = useState<string[]>();
  const [several, setSeveral] = useState(false);
  const [uses, setUses] = useState<Record<string, string>>({});
  const [gaveUp, setGaveUp] = useState("");
  const [why, setWhy] = useState("");
  const [again, setAgain] = useState("");
  const [wrong, setWrong] = useState<{ where: "chosen" | "look_again"; what: string }>();
  const names = setups.map(({ setup }) => setup.name);
  const chosen = (picked ?? (leads === null ? [] : [leads])).filter((name) => names.includes(name));
  const turn = (name: string) => {
    setWrong(undefined);
    const others = chosen.filter((each) => each !== name);
    if (!several) setPicked([name]);
    else setPicked(chosen.includes(name) ? others : [...chosen, name]);
  };
  const turnSeveral = () => {
    setSeveral(!several);
    if (several) setPicked(chosen.slice(0, 1));
  };
  const decide = (event: FormEvent) => {
    event.preventDefault();
    if (chosen.length === 0 || chosen.length > MOST) {
      setWrong({ where: "chosen", what: `Choose a setup, or one for each use: up to ${MOST}.` });
      return;
    }
    if (again && again < dayText(new Date())) {
      setWrong({ where: "look_again", what: "must not be before today" });
      return;
    }
    const told = Object.fromEntries(
      chosen.flatMap((name) => (uses[name]?.trim() ? [[name, uses[name].trim()]] : [])),
    );
    onDecide({
      chosen,
      ...(Object.keys(told).length > 0 && { for: told }),
      ...(gaveUp.trim() && { gave_up: gaveUp.trim() }),
      ...(why.trim() && { why: why.trim() }),
      ...(again && { look_again: again }),
    });
  };
  const text = (label: string, value: string, put: (text: string) => void) => (
    <TextField
      label={label}
      value={value}
      multiline
      minRows={2}
      slotProps={{ htmlInput: { maxLength: LONGEST } }}
      onChange={(event) => put(event.target.value)}
    />
  );
  return (
    <form className="no-print" onSubmit={decide} noValidate>
      <Chips title="It will be" name="Chosen">
        {setups.map(({ setup: { name }, record }) => (
          <Chip
            key={record.id}
            on={chosen.includes(name)}
            label={`${record.letter} ${name}`}
            means={name === leads ? "leads with these weights" : "choose this one"}
            onClick={() => turn(name)}
          />
        ))}
        {names.length > 1 && (
          <Chip
            on={several}
            label="one for each use"
            means="two setups for two uses, or more, are one decision"
            onClick={turnSeveral}
          />
        )}
      </Chips>
      {wrong?.where === "chosen" && (
        <p role="alert" className={styles.wrong}>
          {wrong.what}
        </p>
      )}
      {chosen.length > 1 && (
        <div className={styles.add}>
          {chosen.map((name) => (
            <TextField
              key={name}
              size="small"
              label={`${name} is for`}
              placeholder="the round"
              value={uses[name] ?? ""}
              slotProps={{ htmlInput: { maxLength: LONGEST, autoComplete: "off" } }}
              onChange={(event) => setUses({ ...uses, [name]: event.target.value })}
            />
          ))}
        </div>
      )}
      <div className={styles.reasons}>
        {text("What is given up", gaveUp, setGaveUp)}
        {text("Why it is worth it", why, setWhy)}
        <DayField
          label="Look again on"
          place="look_again"
          value={again}
          problems={wrong?.where === "look_again" ? [{ where: "look_again", what: wrong.what }] : []}
          onChange={(day) => {
            setAgain(day);
            setWrong(undefined);
          }}
        />
      </div>
      <div className={styles.actions}>
        <Button type="submit" variant="contained">
          Write it down
        </Button>
        {onCancel && <Button onClick={onCancel}>Leave it as it was</Button>}
      </div>
    </form>
  );
}
