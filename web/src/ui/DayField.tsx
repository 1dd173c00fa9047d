import { useId } from "react";
import TextField from "@mui/material/TextField";
import type { FieldProblem } from "../api/client";
import { problemsAt, sentence } from "../words/problems";

interface Props {
  label: string;
  place: string;
  value: string;
  problems: FieldProblem[];
  onChange: (day: string) => void;
}

/** A day of the calendar. */
export function DayField({ label, place, value, problems, onChange }: Props) {
  const id = useId();
  const [problem] = problemsAt(problems, place);
  return (
    <TextField
      id={id}
      type="date"
      label={label}
      value={value}
      error={Boolean(problem)}
      helperText={problem && sentence(problem, place)}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ inputLabel: { shrink: true }, htmlInput: { "data-place": place, max: "2150-12-31" } }}
    />
  );
}
