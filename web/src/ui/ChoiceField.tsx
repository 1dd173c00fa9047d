import { memo, useId } from "react";
import TextField from "@mui/material/TextField";

interface Props {
  label: string;
  value: string;
  choices: { value: string; label: string }[];
  onChange: (value: string) => void;
  /** What is wrong with the choice. */
  problem?: string | undefined;
}

/** One of a few things to choose from. */
export const ChoiceField = memo(function ChoiceField({ label, value, choices, onChange, problem }: Props) {
  const id = useId();
  return (
    <TextField
      select
      id={id}
      label={label}
      value={value}
      error={problem !== undefined}
      helperText={problem}
      onChange={(event) => onChange(event.target.value)}
      slotProps={{ select: { native: true } }}
    >
      {choices.map((choice) => (
        <option key={choice.value} value={choice.value}>
          {choice.label}
        </option>
      ))}
    </TextField>
  );
});
